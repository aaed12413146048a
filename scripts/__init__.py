"""Set-up, database, checks, benchmarks and pictures: what make calls."""
