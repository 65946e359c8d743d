"""Room for heads, and what eyes see."""
