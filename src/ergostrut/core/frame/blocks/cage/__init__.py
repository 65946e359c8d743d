"""What families of closed boxes share: a cage of welded tubes, skins on it, a door in its rear."""
