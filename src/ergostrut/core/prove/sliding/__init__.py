"""What slides on rollers: how it runs, is held, stops, sags and is pulled."""
