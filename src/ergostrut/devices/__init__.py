"""Stand-ins for devices beside the vehicle, each a small process with a documented line protocol."""
