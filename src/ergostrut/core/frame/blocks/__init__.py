"""What families share: stock, decks, joining, fixings, legs, steps."""
