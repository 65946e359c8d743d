"""What passes: pieces on their way in, sleepers on their way out, doors that open, from scene to scene."""
