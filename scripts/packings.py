"""Where equal circles sit in a round basket, 1 to 20 of them: python -m scripts.packings writes the table the core
reads.

Found by our own search: the radius of the basket is made as small as it goes while no two unit circles overlap
(SLSQP, many starts). tests/reference/test_packings.py compares the radii with the best known.
"""

import json
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize

ROOT = Path(__file__).resolve().parents[1]
TABLE = ROOT / "core" / "airycrumb" / "data" / "packings.json"
STARTS, MOST = 30, 20


def _found(n: int, start: NDArray[np.float64]) -> NDArray[np.float64]:
    i, j = np.triu_indices(n, 1)

    def apart(v: NDArray[np.float64]) -> NDArray[np.float64]:
        p = v[:-1].reshape(n, 2)
        between = ((p[i] - p[j]) ** 2).sum(axis=1) - 4
        return np.concatenate((between, (v[-1] - 1) ** 2 - (p**2).sum(axis=1)))

    def slopes(v: NDArray[np.float64]) -> NDArray[np.float64]:
        p, rows = v[:-1].reshape(n, 2), np.arange(len(i))
        between = np.zeros((len(i), n, 2))
        between[rows, i] = 2 * (p[i] - p[j])
        between[rows, j] = -2 * (p[i] - p[j])
        inside = np.zeros((n, n, 2))
        inside[np.arange(n), np.arange(n)] = -2 * p
        top = np.column_stack((between.reshape(len(i), -1), np.zeros(len(i))))
        return np.vstack((top, np.column_stack((inside.reshape(n, -1), np.full(n, 2 * (v[-1] - 1))))))

    got = minimize(
        lambda v: v[-1],
        np.append(start.ravel(), np.abs(start).max() * 1.5 + 1),
        jac=lambda v: np.eye(2 * n + 1)[-1],
        constraints={"type": "ineq", "fun": apart, "jac": slopes},
        bounds=[(None, None)] * (2 * n) + [(1, None)],
        method="SLSQP",
        options={"maxiter": 200, "ftol": 1e-10},
    )
    return np.asarray(got.x[:-1]).reshape(n, 2)


def radius(points: NDArray[np.float64]) -> float:
    """Of the basket that holds unit circles at these points, once they are pushed apart to just touch."""
    n = len(points)
    if n == 1:
        return 1.0
    i, j = np.triu_indices(n, 1)
    spread = 2 / np.sqrt(((points[i] - points[j]) ** 2).sum(axis=1)).min()
    return float(1 + spread * np.sqrt((points**2).sum(axis=1)).max())


def packing(n: int, seed: int = 1) -> NDArray[np.float64]:
    """Centres of n unit circles, shape (n, 2), in the smallest circle found."""
    if n == 1:
        return np.zeros((1, 2))
    random = np.random.default_rng(seed)
    tries = [_found(n, random.normal(size=(n, 2)) * np.sqrt(n) * 0.7) for _ in range(STARTS)]
    best = min(tries, key=radius)
    i, j = np.triu_indices(n, 1)
    return best * 2 / np.sqrt(((best[i] - best[j]) ** 2).sum(axis=1)).min()


def main() -> None:
    """Write the table."""
    rows = [
        {"circles": n, "radius": round(radius(p), 5), "centres": p.round(5).tolist()}
        for n, p in ((n, packing(n)) for n in range(1, MOST + 1))
    ]
    TABLE.write_text(json.dumps({"packings": rows}, separators=(",", ":")) + "\n")


if __name__ == "__main__":
    main()
