"""Finite elements whose coefficient is one number in each cell: each cell's part of the matrix is worked once."""

from typing import Any

import numpy as np
from scipy.sparse import csr_matrix
from skfem import Basis, BilinearForm


class PerCell:
    """A bilinear form, ready to be assembled again and again with other coefficients.

    form: linear in the coefficient `name`; flat: the basis of one number in each cell, beside the form's own.
    """

    def __init__(self, form: BilinearForm, basis: Basis, flat: Basis, name: str) -> None:
        cells = basis.mesh.t.shape[1]
        ones: Any = form.coo_data(basis, **{name: flat.interpolate(np.ones(cells))})
        self.of_one, self.times = ones.data, ones.data.size // cells
        rows, columns = ones.indices
        self.size = ones.shape[0]
        places, self.place = np.unique(rows.astype(np.int64) * self.size + columns, return_inverse=True)
        self.columns = (places % self.size).astype(np.int32)
        self.begins = np.searchsorted(places // self.size, np.arange(self.size + 1)).astype(np.int32)

    def __call__(self, values: np.ndarray) -> csr_matrix:
        """The matrix with these coefficients, one for each cell."""
        summed = np.bincount(self.place, self.of_one * np.tile(values, self.times), len(self.columns))
        return csr_matrix((summed, self.columns, self.begins), shape=(self.size, self.size))
