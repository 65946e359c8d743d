"""When each step is done: days as working time, tasks, the shortest plan, its critical chain."""
