"""What keeps a server well over years: what grows is thinned every night."""
