"""What leaves for paper and files: cards, labels, wrappers at true size, linked recipes."""
