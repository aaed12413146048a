"""Guards of the database: no old code opens a newer one, and none is taken back without consent."""
