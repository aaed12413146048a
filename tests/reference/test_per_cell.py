"""Matrices summed from their cells are the library's own."""

import unittest

import numpy as np
from skfem import Basis, ElementHex0, ElementHex1, ElementTriP0, ElementTriP1, MeshHex, MeshTri

from tests.reference.elements import conducts, stores
from tests.reference.per_cell import PerCell


class AsAssembled(unittest.TestCase):
    def test_any_coefficients_give_the_librarys_matrix(self) -> None:
        random = np.random.default_rng(3)
        flat_mesh = MeshTri.init_tensor(np.linspace(0.1, 1, 7), np.linspace(0, 2, 5))
        solid_mesh = MeshHex.init_tensor(*(np.linspace(0, 1, n) for n in (4, 3, 5)))
        for mesh, element, flat in (
            (flat_mesh, ElementTriP1(), ElementTriP0()),
            (solid_mesh, ElementHex1(), ElementHex0()),
        ):
            basis = Basis(mesh, element)
            cells = basis.with_element(flat)
            for form, name in ((stores, "heat"), (conducts, "k")):
                values = random.uniform(0.1, 9.0, mesh.t.shape[1])
                made = form.assemble(basis, **{name: cells.interpolate(values)})
                found = PerCell(form, basis, cells, name)(values)
                with self.subTest(mesh=type(mesh).__name__, form=name):
                    self.assertLess(abs(made - found).max(), 1e-12 * abs(made).max())
