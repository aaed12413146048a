"""The stations in the order people work: each computes from plain numbers; none knows another, a bake or a kitchen."""
