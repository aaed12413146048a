"""The compiled inner loop: implicit steps of heat through a filled piece, of second order in time.

Compiled by numba at set-up (`python -m airycrumb.stations.heat`) and read from its cache afterwards.
"""

import numpy as np
from numba import njit

STEP = 5.0  # s
COLDEST_C, PER_C = -40.0, 2.0  # the property tables begin here, with so many values to a degree

# Columns of a phase. Below is what the lower side touches or feels.
SECONDS = 0
AIR, AIR_END, AIR_TAU = 1, 2, 3  # °C at its start and end; s of coming nearer to the end, 0 for a straight line
H_TOP, H_BOTTOM = 4, 5  # W/m2K
PLATE, PLATE_C = 6, 7  # J/m2K of a tray or stone below (0: none), °C it begins at (below -100: as warm as it was)
RADIATES, RADIATES_BELOW = 8, 9  # share of the walls' glow that reaches each side
AIR_VAPOUR = 10  # kg/m3 over a wet skin; below 0: sealed in steam, nothing dries
MOST_WATTS = 11  # for this piece, 0: no limit
TURNED = 12  # 1: what was below faces up
COOLS = 13  # 1: off the heat: a crust that has dried does not take its water back
PHASE_COLUMNS = 14

MATERIALS = 2  # filling and dough; the same two again for cooling

# Columns of a sample.
AT, CORE, CRUMB, TOP, BOTTOM, GONE = 0, 1, 2, 3, 4, 5
SAMPLE_COLUMNS = 6


@njit(cache=True)
def look_up(table, t):
    """Value at T °C of a table over the property grid."""
    x = min(max((t - COLDEST_C) * PER_C, 0.0), len(table) - 1.001)
    i = int(x)
    return table[i] + (x - i) * (table[i + 1] - table[i])


@njit(cache=True)
def temperature_of(tables, material, h, near):
    """Inverse of the enthalpy table, exact so that energy closes; walks from the temperature it was near."""
    last = tables.shape[2] - 2
    i = min(max(int((near - COLDEST_C) * PER_C), 0), last)
    while i < last and tables[material, 0, i + 1] <= h:
        i += 1
    while i > 0 and tables[material, 0, i] > h:
        i -= 1
    low = tables[material, 0, i]
    return COLDEST_C + (i + (h - low) / (tables[material, 0, i + 1] - low)) / PER_C


@njit(cache=True)
def properties(temperature, material, tables, c, k):
    """Capacity J/kgK and conductivity W/mK of every cell."""
    most = tables.shape[2] - 1.001
    for i in range(len(temperature)):
        x = min(max((temperature[i] - COLDEST_C) * PER_C, 0.0), most)
        j = int(x)
        f, m = x - j, material[i]
        c[i] = tables[m, 1, j] + f * (tables[m, 1, j + 1] - tables[m, 1, j])
        k[i] = tables[m, 2, j] + f * (tables[m, 2, j + 1] - tables[m, 2, j])


@njit(cache=True)
def solve_tridiagonal(off, diagonal, right):
    """Thomas algorithm for a symmetric matrix, in place; off: beside the diagonal; the solution is left in `right`."""
    n = len(diagonal)
    for i in range(1, n):
        w = off[i - 1] / diagonal[i - 1]
        diagonal[i] -= w * off[i - 1]
        right[i] -= w * right[i - 1]
    right[n - 1] /= diagonal[n - 1]
    for i in range(n - 2, -1, -1):
        right[i] = (right[i] - off[i] * right[i + 1]) / diagonal[i]


@njit(cache=True)
def evaporation(t, h, vapour, latent, air_vapour):
    """W/m2 leaving a wet skin at T °C (below 0: dew settles), and its slope.

    Chilton-Colburn, Le^(2/3) = .9, air 1.0 kg/m3.
    """
    transfer = h / (1010.0 * 0.9) * latent
    here, above = look_up(vapour, t), look_up(vapour, t + 0.5)
    return transfer * (here - air_vapour), transfer * (above - here) / 0.5


@njit(cache=True)
def take_sample(samples, cells, row, seconds, temperature, material, gone):
    """Write one row: seconds, coldest filling, coldest crumb, top skin, lower skin, kg evaporated; and every cell."""
    n = len(temperature)
    coldest_filling, coldest_dough = 1e9, 1e9
    for i in range(n):
        cells[row, i] = temperature[i]
        if material[i] % MATERIALS > 0:
            coldest_dough = min(coldest_dough, temperature[i])
        else:
            coldest_filling = min(coldest_filling, temperature[i])
    middle = n // 2
    samples[row, AT] = seconds
    # A plain piece has no filling: its core is the middle of the crumb.
    samples[row, CORE] = coldest_filling if coldest_filling < 1e8 else min(temperature[middle - 1], temperature[middle])
    samples[row, CRUMB] = coldest_dough
    samples[row, TOP] = temperature[n - 1]
    samples[row, BOTTOM] = temperature[0]
    samples[row, GONE] = gone


@njit(cache=True)
def radiation(air, skin, sigma_view):
    """W/m2K between walls at the air's temperature and a skin."""
    return sigma_view * ((air + 273.15) ** 2 + (skin + 273.15) ** 2) * (air + skin + 546.3)


@njit(cache=True)
def surroundings(top_skin, bottom_skin, air, plate, phase, areas, sigma_view):
    """Films W/m2K and °C outside, as (h top, outside top, h bottom, outside bottom), and the plate after the step.

    Turned over, the side that was below faces the air: the contact area stays that of the plate.
    """
    h_air, h_below = phase[H_TOP], phase[H_BOTTOM]
    if phase[RADIATES] > 0:
        h_air += phase[RADIATES] * radiation(air, bottom_skin if phase[TURNED] > 0 else top_skin, sigma_view)
    below = air
    if phase[PLATE] > 0:
        touching = top_skin if phase[TURNED] > 0 else bottom_skin
        into = h_air * (air - plate) - h_below * (plate - touching)
        plate += STEP * into / (phase[PLATE] + STEP * (h_air + h_below))
        below = plate
    elif phase[RADIATES_BELOW] > 0:
        h_below += phase[RADIATES_BELOW] * radiation(air, bottom_skin, sigma_view)
    if phase[TURNED] > 0:
        return h_below * areas[0] / areas[1], below, h_air * areas[1] / areas[0], air, plate
    return h_air, air, h_below, below, plate


@njit(cache=True)
def edge_conductances(temperature, k, thickness, areas, outside, most_watts):
    """W/K through top and bottom skin, held to the watts the hob can spare this piece."""
    h_top, air, h_bottom, below = outside[0], outside[1], outside[2], outside[3]
    top = areas[1] / (1 / h_top + thickness[-1] / 2 / k[-1])
    bottom = areas[0] / (1 / h_bottom + thickness[0] / 2 / k[0])
    asked = top * (air - temperature[-1]) + bottom * (below - temperature[0])
    if most_watts > 0 and asked > most_watts:
        return top * most_watts / asked, bottom * most_watts / asked
    return top, bottom


@njit(cache=True)
def implicit_step(temperature, mass, c, k, thickness, face, top, bottom, air, below, sink, slope, gained, weight, work):
    """Temperatures, in work[2], at which the step's heat balances.

    mass c dT = weight x STEP x flux(new) + (1 - weight) x what was gained in the step before: weight 1 is implicit
    Euler, 2/3 the two-step backward formula (BDF2).
    """
    off, diagonal, right = work[0], work[1], work[2]
    n, step = len(mass), weight * STEP
    carried = (1.0 - weight) / step
    for i in range(n):
        diagonal[i] = mass[i] * c[i] / step
        right[i] = diagonal[i] * temperature[i] + carried * gained[i]
    for i in range(n - 1):
        g = 2 * face[i] * k[i] * k[i + 1] / (thickness[i] * k[i + 1] + thickness[i + 1] * k[i])
        off[i] = -g
        diagonal[i] += g
        diagonal[i + 1] += g
    diagonal[0] += bottom
    right[0] += bottom * below
    diagonal[n - 1] += top + slope
    right[n - 1] += top * air - sink + slope * temperature[n - 1]
    solve_tridiagonal(off, diagonal, right)


@njit(cache=True)
def share_sideways(temperature, h, mass, density, c, k, radius, dimension, material, tables):
    """Even out the two cones at equal radius, energy kept: heat a radial grid does not see."""
    n = len(mass)
    for i in range(n // 2):
        j = n - 1 - i
        apart = temperature[j] - temperature[i]
        if -1e-9 < apart < 1e-9:
            continue
        rate = 0.7 * k[i] / (density[i] * c[i]) * (dimension - 1) / radius[i] ** 2
        one, other = mass[i] * c[i], mass[j] * c[j]
        moved = one * other / (one + other) * apart * (1 - np.exp(-rate * STEP))
        h[i] += moved / mass[i]
        h[j] -= moved / mass[j]
        temperature[i] = temperature_of(tables, material[i], h[i], temperature[i])
        temperature[j] = temperature_of(tables, material[j], h[j], temperature[j])


@njit(cache=True)
def air_at(phase, seconds):
    """°C of the surroundings so far into a phase."""
    if phase[AIR_TAU] > 0:
        return phase[AIR_END] + (phase[AIR] - phase[AIR_END]) * np.exp(-seconds / phase[AIR_TAU])
    return phase[AIR] + (phase[AIR_END] - phase[AIR]) * seconds / phase[SECONDS]


@njit(cache=True)
def let_vapour_go(temperature, mass, material, tables, h):
    """Go over to the tables of cooling, in place; J that left with what had dried (below 0)."""
    left = 0.0
    for i in range(len(mass)):
        material[i] += MATERIALS
        kept = look_up(tables[material[i], 0], temperature[i])
        left += mass[i] * (kept - h[i])
        h[i] = kept
    return left


@njit(cache=True)
def march(
    temperature,
    mass,
    density,
    material,
    radius,
    thickness,
    face,
    areas,
    dimension,
    tables,
    vapour,
    latent,
    skin_water,
    phases,
    every,
    sigma_view,
):
    """March a piece through phases; returns samples (columns as named above), every cell at each, and J put in.

    temperature: (cells,) °C at the start, changed in place. mass kg, density kg/m3, areas:
    bottom and top m2; material: 0 filling, 1 dough; tables: (4, 3, grid) enthalpy, capacity,
    conductivity of each, then of each as it cools; skin_water: kg/m2 free to evaporate from the top; phases:
    (n, PHASE_COLUMNS); every: steps between samples.
    """
    n = len(mass)
    steps = 0
    for p in range(len(phases)):
        steps += int(round(phases[p, SECONDS] / STEP))
    samples = np.empty((steps // every + 2, SAMPLE_COLUMNS))
    cells = np.empty((steps // every + 2, n))
    h, c, k, work = np.empty(n), np.empty(n), np.empty(n), np.zeros((3, n))
    # What each cell, the whole and the air gained in the step before (J, J, kg): the two-step formula carries a third.
    gained, whole, vapour_off = np.zeros(n), 0.0, 0.0
    for i in range(n):
        h[i] = look_up(tables[material[i], 0], temperature[i])
    wet, gone, energy, row, count, plate = skin_water, 0.0, 0.0, 0, 0, temperature[0]
    material = material.copy()
    for p in range(len(phases)):
        phase = phases[p]
        if phase[COOLS] > 0 and material[0] < MATERIALS:
            energy += let_vapour_go(temperature, mass, material, tables, h)
        if phase[PLATE_C] > -100:
            plate = phase[PLATE_C]
        for step in range(int(round(phase[SECONDS] / STEP))):
            if count % every == 0:
                take_sample(samples, cells, row, count * STEP, temperature, material, gone)
                row += 1
            air = air_at(phase, (step + 1) * STEP)
            properties(temperature, material, tables, c, k)
            h_top, above, h_bottom, below, plate = surroundings(
                temperature[n - 1], temperature[0], air, plate, phase, areas, sigma_view
            )
            outside = (h_top, above, h_bottom, below)
            top, bottom = edge_conductances(temperature, k, thickness, areas, outside, phase[MOST_WATTS])
            sink, slope = 0.0, 0.0
            if phase[AIR_VAPOUR] >= 0 and wet > 0:
                sink, slope = evaporation(temperature[n - 1], phase[H_TOP], vapour, latent, phase[AIR_VAPOUR])
                sink, slope = sink * areas[1], slope * areas[1]
            weight = 1.0 if step == 0 else 2.0 / 3.0
            implicit_step(
                temperature, mass, c, k, thickness, face, top, bottom, above, below, sink, slope, gained, weight, work
            )
            new = work[2]
            lost = sink + slope * (new[n - 1] - temperature[n - 1])
            into = top * (above - new[n - 1]) + bottom * (below - new[0]) - lost
            whole = (1.0 - weight) * whole + weight * STEP * into
            vapour_off = (1.0 - weight) * vapour_off + weight * STEP * lost / latent
            energy += whole
            wet -= vapour_off / areas[1]
            gone += vapour_off
            for i in range(n):
                gained[i] = mass[i] * c[i] * (new[i] - temperature[i])
                h[i] += gained[i] / mass[i]
                temperature[i] = temperature_of(tables, material[i], h[i], temperature[i])
            share_sideways(temperature, h, mass, density, c, k, radius, dimension, material, tables)
            count += 1
    take_sample(samples, cells, row, count * STEP, temperature, material, gone)
    return samples[: row + 1], cells[: row + 1], energy
