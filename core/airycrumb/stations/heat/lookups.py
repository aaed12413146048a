"""Looking properties up in their tables, compiled: what a cell of filling and dough holds, takes and conducts."""

from numba import njit

COLDEST_C, PER_C = -40.0, 2.0  # the property tables begin here, with so many values to a degree
MATERIALS = 2  # filling and dough; the same two again for cooling


@njit(cache=True, error_model="numpy")
def look_up(table, t):
    """Value at T °C of a table over the property grid."""
    x = min(max((t - COLDEST_C) * PER_C, 0.0), len(table) - 1.001)
    i = int(x)
    return table[i] + (x - i) * (table[i + 1] - table[i])


@njit(cache=True, error_model="numpy")
def of_both(t, filling_kg, dough_kg, tables, base, row):
    """Sum over filling and dough of kg times a row of their tables at T °C: 0 J held, 1 J/K."""
    x = min(max((t - COLDEST_C) * PER_C, 0.0), tables.shape[2] - 1.001)
    i = int(x)
    f, total = x - i, 0.0
    if filling_kg > 0:
        a = tables[base, row, i]
        total += filling_kg * (a + f * (tables[base, row, i + 1] - a))
    if dough_kg > 0:
        a = tables[base + 1, row, i]
        total += dough_kg * (a + f * (tables[base + 1, row, i + 1] - a))
    return total


@njit(cache=True, error_model="numpy")
def conductivities(temperature, filling, tables, base, k):
    """W/mK of every cell: filling and dough in it one behind the other."""
    most = tables.shape[2] - 1.001
    for j in range(temperature.shape[0]):
        for i in range(temperature.shape[1]):
            x = min(max((temperature[j, i] - COLDEST_C) * PER_C, 0.0), most)
            at = int(x)
            part, f = x - at, filling[j, i]
            of_filling = tables[base, 2, at] + part * (tables[base, 2, at + 1] - tables[base, 2, at])
            of_dough = tables[base + 1, 2, at] + part * (tables[base + 1, 2, at + 1] - tables[base + 1, 2, at])
            k[j, i] = 1 / (f / of_filling + (1 - f) / of_dough)
