"""The compiled inner loop: implicit steps of heat through a filled piece.

Compiled by numba at set-up (`python -m airycrumb.heat`) and read from its cache afterwards.
"""

import numpy as np
from numba import njit

STEP = 5.0  # s
# columns of a phase: seconds, air °C, air °C at its end, h top, h bottom, tray J/m2K (0 none),
# radiates 0/1, wet air 0/1, most W for this piece (0: no limit)
PHASE_COLUMNS = 9


@njit(cache=True)
def look_up(table, t):
    """Value at T °C on a grid of 0.5 °C from 0."""
    x = min(max(t * 2.0, 0.0), len(table) - 1.001)
    i = int(x)
    return table[i] + (x - i) * (table[i + 1] - table[i])


@njit(cache=True)
def temperature_of(enthalpy, h, near):
    """Inverse of the enthalpy table, exact so that energy closes; walks from the temperature it was near."""
    last = len(enthalpy) - 2
    i = min(max(int(near * 2.0), 0), last)
    while i < last and enthalpy[i + 1] <= h:
        i += 1
    while i > 0 and enthalpy[i] > h:
        i -= 1
    return 0.5 * (i + (h - enthalpy[i]) / (enthalpy[i + 1] - enthalpy[i]))


@njit(cache=True)
def solve_tridiagonal(lower, diagonal, upper, right):
    """Thomas algorithm, in place; the solution is left in `right`."""
    n = len(diagonal)
    for i in range(1, n):
        w = lower[i] / diagonal[i - 1]
        diagonal[i] -= w * upper[i - 1]
        right[i] -= w * right[i - 1]
    right[n - 1] /= diagonal[n - 1]
    for i in range(n - 2, -1, -1):
        right[i] = (right[i] - upper[i] * right[i + 1]) / diagonal[i]


@njit(cache=True)
def evaporation(t, h, vapour, latent, air_vapour):
    """W/m2 leaving a wet skin at T °C, and its slope: Chilton-Colburn, Le^(2/3) = .9, air 1.0 kg/m3."""
    transfer = h / (1010.0 * 0.9)
    here, above = look_up(vapour, t), look_up(vapour, t + 0.5)
    heat = transfer * latent
    return heat * max(here - air_vapour, 0.0), heat * (above - here) / 0.5


@njit(cache=True)
def take_sample(samples, row, seconds, temperature, mass, is_dough, gone):
    """Write seconds, coldest filling, coldest crumb, top skin, mean of all, kg evaporated."""
    coldest_filling, coldest_dough, heat, whole = 1e9, 1e9, 0.0, 0.0
    for i in range(len(mass)):
        if is_dough[i] > 0:
            coldest_dough = min(coldest_dough, temperature[i])
        else:
            coldest_filling = min(coldest_filling, temperature[i])
        heat += mass[i] * temperature[i]
        whole += mass[i]
    samples[row, 0] = seconds
    middle = len(mass) // 2
    # A plain piece has no filling: its core is the middle of the crumb.
    samples[row, 1] = coldest_filling if coldest_filling < 1e8 else min(temperature[middle - 1], temperature[middle])
    samples[row, 2] = coldest_dough
    samples[row, 3] = temperature[-1]
    samples[row, 4] = heat / whole
    samples[row, 5] = gone


@njit(cache=True)
def films(temperature, air, tray, phase, sigma_view):
    """Top film W/m2K (radiation included), what is below °C, and the tray's temperature after the step."""
    h_top, h_bottom, capacity, radiates = phase[3], phase[4], phase[5], phase[6]
    skin = temperature[-1]
    if radiates > 0:
        h_top += sigma_view * ((air + 273.15) ** 2 + (skin + 273.15) ** 2) * (air + skin + 546.3)
    if capacity <= 0:
        return h_top, air, tray
    into = h_top * (air - tray) - h_bottom * (tray - temperature[0])
    tray += STEP * into / (capacity + STEP * (h_top + h_bottom))
    return h_top, tray, tray


@njit(cache=True)
def edge_conductances(temperature, k, thickness, areas, air, below, h_top, h_bottom, most_watts):
    """W/K through top and bottom skin, held to the watts the hob can spare this piece."""
    top = areas[1] / (1 / h_top + thickness[-1] / 2 / k[-1])
    bottom = areas[0] / (1 / h_bottom + thickness[0] / 2 / k[0])
    asked = top * (air - temperature[-1]) + bottom * (below - temperature[0])
    if most_watts > 0 and asked > most_watts:
        return top * most_watts / asked, bottom * most_watts / asked
    return top, bottom


@njit(cache=True)
def implicit_step(temperature, mass, c, k, thickness, face, top, bottom, air, below, sink, slope, work):
    """New temperatures, in work[3], of one implicit Euler step."""
    lower, diagonal, upper, right = work[0], work[1], work[2], work[3]
    n = len(mass)
    for i in range(n):
        diagonal[i] = mass[i] * c[i] / STEP
        right[i] = diagonal[i] * temperature[i]
    for i in range(n - 1):
        g = face[i] / (thickness[i] / 2 / k[i] + thickness[i + 1] / 2 / k[i + 1])
        upper[i] = -g
        lower[i + 1] = -g
        diagonal[i] += g
        diagonal[i + 1] += g
    diagonal[0] += bottom
    right[0] += bottom * below
    diagonal[n - 1] += top + slope
    right[n - 1] += top * air - sink + slope * temperature[n - 1]
    solve_tridiagonal(lower, diagonal, upper, right)


@njit(cache=True)
def share_sideways(temperature, h, mass, density, c, k, radius, dimension, enthalpies):
    """Even out the two cones at equal radius, energy kept: heat a radial grid does not see."""
    n = len(mass)
    for i in range(n // 2):
        j = n - 1 - i
        rate = 0.7 * k[i] / (density[i] * c[i]) * (dimension - 1) / radius[i] ** 2
        one, other = mass[i] * c[i], mass[j] * c[j]
        moved = one * other / (one + other) * (temperature[j] - temperature[i]) * (1 - np.exp(-rate * STEP))
        h[i] += moved / mass[i]
        h[j] -= moved / mass[j]
        temperature[i] = temperature_of(enthalpies[i], h[i], temperature[i])
        temperature[j] = temperature_of(enthalpies[j], h[j], temperature[j])


@njit(cache=True)
def march(
    temperature,
    mass,
    density,
    is_dough,
    radius,
    thickness,
    face,
    areas,
    dimension,
    dough,
    filling,
    vapour,
    latent,
    skin_water,
    phases,
    every,
    sigma_view,
    air_vapour,
):
    """March a piece through phases; returns samples (rows as `take_sample`) and J put in.

    temperature: (cells,) °C at the start, changed in place. mass kg, density kg/m3, areas:
    bottom and top m2; dough and filling: (3, grid) enthalpy, capacity, conductivity;
    skin_water: kg/m2 free to evaporate from the top; phases: (n, PHASE_COLUMNS); every: steps
    between samples.
    """
    n = len(mass)
    steps = 0
    for p in range(len(phases)):
        steps += int(round(phases[p, 0] / STEP))
    samples = np.empty((steps // every + 2, 6))
    h, c, k, work = np.empty(n), np.empty(n), np.empty(n), np.zeros((4, n))
    enthalpies = np.empty((n, dough.shape[1]))
    for i in range(n):
        enthalpies[i] = dough[0] if is_dough[i] > 0 else filling[0]
        h[i] = look_up(enthalpies[i], temperature[i])
    wet, gone, energy, row, count, tray = skin_water, 0.0, 0.0, 0, 0, temperature[0]
    for p in range(len(phases)):
        phase = phases[p]
        inner_steps = int(round(phase[0] / STEP))
        for step in range(inner_steps):
            if count % every == 0:
                take_sample(samples, row, count * STEP, temperature, mass, is_dough, gone)
                row += 1
            air = phase[1] + (phase[2] - phase[1]) * step / inner_steps
            for i in range(n):
                table = dough if is_dough[i] > 0 else filling
                c[i] = look_up(table[1], temperature[i])
                k[i] = look_up(table[2], temperature[i])
            h_top, below, tray = films(temperature, air, tray, phase, sigma_view)
            top, bottom = edge_conductances(temperature, k, thickness, areas, air, below, h_top, phase[4], phase[8])
            sink, slope = 0.0, 0.0
            if phase[7] == 0 and wet > 0:
                sink, slope = evaporation(temperature[n - 1], phase[3], vapour, latent, air_vapour)
                sink, slope = sink * areas[1], slope * areas[1]
            implicit_step(temperature, mass, c, k, thickness, face, top, bottom, air, below, sink, slope, work)
            new = work[3]
            lost = sink + slope * (new[n - 1] - temperature[n - 1])
            energy += STEP * (top * (air - new[n - 1]) + bottom * (below - new[0]) - lost)
            wet -= STEP * lost / latent / areas[1]
            gone += STEP * lost / latent
            for i in range(n):
                h[i] += c[i] * (new[i] - temperature[i])
                temperature[i] = temperature_of(enthalpies[i], h[i], temperature[i])
            share_sideways(temperature, h, mass, density, c, k, radius, dimension, enthalpies)
            count += 1
    take_sample(samples, row, count * STEP, temperature, mass, is_dough, gone)
    return samples[: row + 1], energy
