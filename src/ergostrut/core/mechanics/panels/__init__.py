"""Decks by how they carry: strips between ribs, plates held on four edges, boards, sandwich."""
