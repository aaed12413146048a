"""What the application does when everything goes wrong: kills, mutated requests, hostile pastes."""
