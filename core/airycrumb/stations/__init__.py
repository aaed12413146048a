"""The stations in the order people work: each computes from plain numbers and knows no other, no bake and no kitchen."""
