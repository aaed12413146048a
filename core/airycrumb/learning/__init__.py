"""What a batch teaches: the finish, its record, the causes of a trouble, and the cook's own eye."""
