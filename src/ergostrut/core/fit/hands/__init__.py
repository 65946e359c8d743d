"""What a hand or a tool comes to."""
