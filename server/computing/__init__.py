"""Routes that compute and keep nothing: any process may answer any of them."""
