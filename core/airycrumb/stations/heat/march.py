"""The compiled inner loop: implicit steps of heat through the section of a filled piece.

Each step goes out through the layers, then round through the sectors, each line of cells solved at once and exactly
for its enthalpies. With no negative conductance, no step of any length leaves the range of what surrounds it.
Compiled by numba at set-up (`python -m airycrumb.compiled`) and read from its cache afterwards.
"""

import numpy as np
from numba import njit

from airycrumb.stations.heat.lookups import MATERIALS, conductivities, look_up, of_both

STEP, LONG_STEP = 5.0, 15.0  # s: at first and at the end of a phase, and once what is quick is over
QUICK_FOR, COOLS_QUICKLY_FOR = 300.0, 60.0  # s of each phase of heat, and of the rest

# Columns of a phase. Below is what the piece touches or what is under it.
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

# The coldest point below its cell: of the step to the next cell (a parabola in a slab says 0.2, in a ball 0.37), and
# °C at most, since where ice melts the curve is no parabola.
INWARDS, MOST_INWARDS = 0.3, 2.0
CLOSE_ENOUGH, MOST_TURNS = 0.02, 40  # °C a line may be off its enthalpy, and how often it is tried for it

# Columns of a sample.
AT, CORE, CRUMB, TOP, BOTTOM, GONE = 0, 1, 2, 3, 4, 5
CELL, ENERGY = 6, 7  # °C of the coldest cell, on the whole; J put in so far
SAMPLE_COLUMNS = 8

# Rows of a line of cells: °C, W/K to the next cell and to outside, W from outside were the cell at 0 °C, kg of filling
# and of dough, J owed from the step before, J/K over the step.
NOW, BESIDE, OUTSIDE, GIVEN, FILLING_KG, DOUGH_KG, OWED, PER_K = 0, 1, 2, 3, 4, 5, 6, 7
LINE_ROWS = 8
MISSED, GAINED = 4, 5  # rows of work after the three of the matrix and the J before: J not yet met, J gained
# Rows of what the skins meet: W/K to the air and to what is below, W that drying takes and its slope, °C below.
TO_AIR, TO_BELOW, DRIES, DRIES_PER_K, BELOW_C = 0, 1, 2, 3, 4
EDGE_ROWS = 5


@njit(cache=True, error_model="numpy")
def solve_tridiagonal(off, diagonal, right, n):
    """Thomas algorithm for a symmetric matrix, in place; off: beside the diagonal; the solution is left in `right`."""
    for i in range(1, n):
        w = off[i - 1] / diagonal[i - 1]
        diagonal[i] -= w * off[i - 1]
        right[i] -= w * right[i - 1]
    right[n - 1] /= diagonal[n - 1]
    for i in range(n - 2, -1, -1):
        right[i] = (right[i] - off[i] * right[i + 1]) / diagonal[i]


@njit(cache=True, error_model="numpy")
def solve_line(line, n, dt, tables, base, work):
    """One implicit step of a line of cells, exact for its enthalpies.

    line: rows as named above; °C, J owed and J/K are changed in place. Capacities are secants of the enthalpy over the
    step, found by turns: at a plateau of melting they are drawn together.
    """
    celsius, beside, outside, given, owed, per_k = (
        line[NOW],
        line[BESIDE],
        line[OUTSIDE],
        line[GIVEN],
        line[OWED],
        line[PER_K],
    )
    off, diagonal, right, before = work[0], work[1], work[2], work[3]
    for i in range(n):
        before[i] = of_both(celsius[i], line[FILLING_KG, i], line[DOUGH_KG, i], tables, base, 0)
    for turn in range(MOST_TURNS):
        for i in range(n):
            diagonal[i] = per_k[i] / dt + outside[i]
            right[i] = (per_k[i] * celsius[i] + owed[i]) / dt + given[i]
        for i in range(n - 1):
            off[i] = -beside[i]
            diagonal[i] += beside[i]
            diagonal[i + 1] += beside[i]
        solve_tridiagonal(off, diagonal, right, n)
        good = True
        for i in range(n):
            gained, moved = (
                of_both(right[i], line[FILLING_KG, i], line[DOUGH_KG, i], tables, base, 0) - before[i],
                right[i] - celsius[i],
            )
            work[MISSED, i], work[GAINED, i] = per_k[i] * moved - gained, gained
            if abs(work[MISSED, i]) > CLOSE_ENOUGH * per_k[i]:
                good = False
        if good or turn == MOST_TURNS - 1:
            break
        for i in range(n):
            moved = right[i] - celsius[i]
            new = (
                work[GAINED, i] / moved
                if abs(moved) > 0.002
                else of_both(right[i], line[FILLING_KG, i], line[DOUGH_KG, i], tables, base, 1)
            )
            per_k[i] = new if turn < 3 else 0.5 * (new + per_k[i])
    for i in range(n):
        celsius[i], owed[i] = right[i], work[MISSED, i]


@njit(cache=True, error_model="numpy")
def evaporation(t, h, vapour, latent, air_vapour):
    """W/m2 leaving a wet skin at T °C (below 0: dew settles), and its slope.

    Chilton-Colburn, Le^(2/3) = .9, air 1.0 kg/m3.
    """
    transfer = h / (1010.0 * 0.9) * latent
    here, above = look_up(vapour, t), look_up(vapour, t + 0.5)
    return transfer * (here - air_vapour), transfer * (above - here) / 0.5


@njit(cache=True, error_model="numpy")
def radiation(air, skin, sigma_view):
    """W/m2K between walls at the air's temperature and a skin."""
    return sigma_view * ((air + 273.15) ** 2 + (skin + 273.15) ** 2) * (air + skin + 546.3)


@njit(cache=True, error_model="numpy")
def air_at(phase, seconds):
    """°C of the surroundings so far into a phase."""
    if phase[AIR_TAU] > 0:
        return phase[AIR_END] + (phase[AIR] - phase[AIR_END]) * np.exp(-seconds / phase[AIR_TAU])
    return phase[AIR] + (phase[AIR_END] - phase[AIR]) * seconds / phase[SECONDS]


@njit(cache=True, error_model="numpy")
def skin_step(dt, phase, air, temperature, k, skin, touching, half, plate, wet, vapour, latent, sigma_view, edge):
    """What each sector's skin meets in this step. half: W/mK-free conductance of half the outer cell.

    edge: rows as named above, written here; plate is changed in place.
    """
    sectors, outer = temperature.shape[0], temperature.shape[1] - 1
    for j in range(sectors):
        share = touching[1 if phase[TURNED] > 0 else 0, j]
        t, inner = temperature[j, outer], half[j] * k[j, outer]
        h_air, h_below, below = phase[H_TOP], phase[H_BOTTOM], air
        if phase[RADIATES] > 0:
            h_air += phase[RADIATES] * radiation(air, t, sigma_view)
        if phase[PLATE] > 0:
            into = h_air * (air - plate[j]) - h_below * (plate[j] - t)
            plate[j] += dt * into / (phase[PLATE] + dt * (h_air + h_below))
            below = plate[j]
        elif phase[RADIATES_BELOW] > 0:
            h_below += phase[RADIATES_BELOW] * radiation(air, t, sigma_view)
        free = 1 - share
        edge[TO_AIR, j] = free / (1 / (h_air * skin[j]) + 1 / inner)
        edge[TO_BELOW, j] = share / (1 / (h_below * skin[j]) + 1 / inner)
        edge[DRIES, j], edge[DRIES_PER_K, j], edge[BELOW_C, j] = 0.0, 0.0, below
        if phase[AIR_VAPOUR] >= 0 and wet[j] > 0 and free > 0:
            sink, slope = evaporation(t, phase[H_TOP], vapour, latent, phase[AIR_VAPOUR])
            edge[DRIES, j], edge[DRIES_PER_K, j] = sink * skin[j] * free, slope * skin[j] * free
    if phase[MOST_WATTS] > 0:
        asked = 0.0
        for j in range(sectors):
            t = temperature[j, outer]
            asked += edge[TO_AIR, j] * (air - t) + edge[TO_BELOW, j] * (edge[BELOW_C, j] - t)
        if asked > phase[MOST_WATTS]:
            edge[: TO_BELOW + 1] *= phase[MOST_WATTS] / asked


@njit(cache=True, error_model="numpy")
def through(
    dt, temperature, k, inwards, outwards, out, middle, air, edge, grams, owed, per_k, tables, base, line, work
):
    """Every line from the skin below through the middle to the skin above; W into the piece, and W that dried."""
    sectors, layers = temperature.shape
    n, into, lost = 2 * layers, 0.0, 0.0
    for j in range(sectors // 2):
        low = sectors - 1 - j
        line[OUTSIDE : GIVEN + 1, :n] = 0.0
        for s in range(n):
            sector, i = (low, layers - 1 - s) if s < layers else (j, s - layers)
            line[NOW, s], line[OWED, s], line[PER_K, s] = temperature[sector, i], owed[sector, i], per_k[sector, i]
            line[FILLING_KG, s], line[DOUGH_KG, s] = grams[0, sector, i], grams[1, sector, i]
            if s == layers - 1:
                line[BESIDE, s] = middle[j] / (inwards[low, 0] / k[low, 0] + inwards[j, 0] / k[j, 0])
            elif s < n - 1:
                inner = i - 1 if s < layers else i
                line[BESIDE, s] = out[sector, inner] / (
                    outwards[sector, inner] / k[sector, inner] + inwards[sector, inner + 1] / k[sector, inner + 1]
                )
        for s, sector in ((0, low), (n - 1, j)):
            t = line[NOW, s]
            line[OUTSIDE, s] = edge[TO_AIR, sector] + edge[TO_BELOW, sector] + edge[DRIES_PER_K, sector]
            line[GIVEN, s] = (
                edge[TO_AIR, sector] * air + edge[TO_BELOW, sector] * edge[BELOW_C, sector] - edge[DRIES, sector]
            )
            line[GIVEN, s] += edge[DRIES_PER_K, sector] * t
        first, last = line[NOW, 0], line[NOW, n - 1]
        solve_line(line, n, dt, tables, base, work)
        for s, sector, before in ((0, low, first), (n - 1, j, last)):
            t = line[NOW, s]
            dried = edge[DRIES, sector] + edge[DRIES_PER_K, sector] * (t - before)
            edge[DRIES, sector] = dried
            into += edge[TO_AIR, sector] * (air - t) + edge[TO_BELOW, sector] * (edge[BELOW_C, sector] - t) - dried
            lost += dried
        for s in range(n):
            sector, i = (low, layers - 1 - s) if s < layers else (j, s - layers)
            temperature[sector, i], owed[sector, i], per_k[sector, i] = line[NOW, s], line[OWED, s], line[PER_K, s]
    return into, lost


@njit(cache=True, error_model="numpy")
def around(dt, temperature, k, turn, sides, grams, owed, per_k, tables, base, line, work):
    """Every line round the piece at one depth, from the axis above over the rim to the axis below."""
    sectors, layers = temperature.shape
    for i in range(layers):
        line[OUTSIDE : GIVEN + 1, :sectors] = 0.0
        for j in range(sectors):
            line[NOW, j], line[OWED, j], line[PER_K, j] = temperature[j, i], owed[j, i], per_k[j, i]
            line[FILLING_KG, j], line[DOUGH_KG, j] = grams[0, j, i], grams[1, j, i]
            if j < sectors - 1:
                line[BESIDE, j] = sides[j, i] / (turn / 2 / k[j, i] + turn / 2 / k[j + 1, i])
        solve_line(line, sectors, dt, tables, base, work)
        for j in range(sectors):
            temperature[j, i], owed[j, i], per_k[j, i] = line[NOW, j], line[OWED, j], line[PER_K, j]


@njit(cache=True, error_model="numpy")
def take_sample(samples, cells, row, seconds, temperature, k, half, air, edge, core, crumb, seen, on_axis, known, gone):
    """Write one row: seconds, coldest filling, coldest crumb, top skin, lower skin, kg evaporated; and every cell."""
    coldest, held_at, wall = 1e9, 1e9, 1e9
    last, outer = temperature.shape[0] - 1, temperature.shape[1] - 1
    for j in range(temperature.shape[0]):
        for i in range(temperature.shape[1]):
            here = temperature[j, i]
            cells[row, j, i] = here
            if core[j, i]:
                held_at = min(held_at, here)
                # A cell is as warm as it is on the whole: its coldest point lies as far below as the curve inwards
                # says, or in a filling that is open on top, coldest off the middle, the curve towards the axis. Of all
                # of them the coldest: that of the coldest cell alone leaps where another takes over.
                beside = 1 if j == 0 else last - 1
                if i == 0 and core[j, 1]:
                    here -= min(INWARDS * max(temperature[j, 1] - here, 0.0), MOST_INWARDS)
                elif (j == 0 or j == last) and core[beside, i]:
                    here -= min(on_axis * max(temperature[beside, i] - here, 0.0), MOST_INWARDS)
                coldest = min(coldest, here)
            if crumb[j, i]:
                wall = min(wall, temperature[j, i])
    samples[row, CELL] = held_at
    # While its cell warms, so does it.
    if row == 0:
        coldest = max(coldest, known)
    elif held_at >= samples[row - 1, CELL]:
        coldest = max(coldest, samples[row - 1, CORE])
    samples[row, AT], samples[row, CORE], samples[row, CRUMB] = seconds, coldest, wall
    samples[row, TOP] = 0.0
    for j in range(temperature.shape[0]):
        if seen[j] > 0 or j == last:
            # A skin is as warm as what flows through half the outer cell makes it.
            t = temperature[j, outer]
            into = edge[TO_AIR, j] * (air - t) + edge[TO_BELOW, j] * (edge[BELOW_C, j] - t) - edge[DRIES, j]
            here = t + into / (half[j] * k[j, outer])
            samples[row, TOP] += seen[j] * here
            if j == last:
                samples[row, BOTTOM] = here
    samples[row, GONE] = gone


@njit(cache=True, error_model="numpy")
def march(
    temperature,
    grams,
    filling,
    core,
    crumb,
    seen,
    inwards,
    outwards,
    turn,
    on_axis,
    out,
    middle,
    sides,
    skin,
    touching,
    tables,
    vapour,
    latent,
    skin_water,
    phases,
    every,
    sigma_view,
    known,
):
    """March a piece through phases; returns samples (columns as named above), every cell and the skins' water at each.

    temperature, filling, core, crumb: (sectors, layers), the first changed in place; grams: kg of filling and dough,
    (2, sectors, layers); seen: share of each sector in the skin looked at from above; inwards, outwards, turn,
    on_axis, out, middle, sides, skin, touching: of heat.shape.Mesh; tables: (4, 3, grid) enthalpy, capacity,
    conductivity of filling and dough, then of each as it cools; skin_water: kg/m2 free to evaporate from each sector;
    phases: (n, PHASE_COLUMNS); every: s between samples; known: °C the coldest point has got to already, far below for
    a piece that only begins.
    """
    sectors, layers = temperature.shape
    long = 0.0
    for p in range(len(phases)):
        long += phases[p, SECONDS]
    most = int(long / every) + 2
    samples, cells = np.empty((most, SAMPLE_COLUMNS)), np.empty((most, sectors, layers))
    wets = np.empty((most, sectors))
    k, owed, per_k = np.empty((sectors, layers)), np.zeros((sectors, layers)), np.empty((sectors, layers))
    longest = max(2 * layers, sectors)
    line, work, edge = np.zeros((LINE_ROWS, longest)), np.zeros((6, longest)), np.zeros((EDGE_ROWS, sectors))
    wet, plate, half = skin_water.copy(), np.empty(sectors), np.empty(sectors)
    for j in range(sectors):
        half[j], plate[j] = out[j, layers - 1] / outwards[j, layers - 1], temperature[j, layers - 1]
        for i in range(layers):
            per_k[j, i] = of_both(temperature[j, i], grams[0, j, i], grams[1, j, i], tables, 0, 1)
    base, gone, energy, row, seconds, air = 0, 0.0, 0.0, 0, 0.0, 20.0
    conductivities(temperature, filling, tables, base, k)
    for p in range(len(phases)):
        phase = phases[p]
        if phase[COOLS] > 0 and base == 0:
            base = MATERIALS
            for j in range(sectors):
                for i in range(layers):
                    energy += of_both(temperature[j, i], grams[0, j, i], grams[1, j, i], tables, base, 0)
                    energy -= of_both(temperature[j, i], grams[0, j, i], grams[1, j, i], tables, 0, 0)
                    per_k[j, i] = of_both(temperature[j, i], grams[0, j, i], grams[1, j, i], tables, base, 1)
        if phase[PLATE_C] > -100:
            plate[:] = phase[PLATE_C]
        left = round(phase[SECONDS] / STEP) * STEP
        done, unspread = 0.0, 0.0
        while left > 0.5:
            if seconds >= row * every:
                take_sample(
                    samples,
                    cells,
                    row,
                    seconds,
                    temperature,
                    k,
                    half,
                    air,
                    edge,
                    core,
                    crumb,
                    seen,
                    on_axis,
                    known,
                    gone,
                )
                samples[row, ENERGY], wets[row] = energy, wet
                row += 1
            # The long steps keep to the samples' beat.
            calm = (
                done >= (QUICK_FOR if phase[COOLS] == 0 else COOLS_QUICKLY_FOR)
                and left >= LONG_STEP
                and seconds % LONG_STEP < 0.5
            )
            dt = LONG_STEP if calm else STEP
            air = air_at(phase, done + dt)
            conductivities(temperature, filling, tables, base, k)
            skin_step(
                dt, phase, air, temperature, k, skin, touching, half, plate, wet, vapour, latent, sigma_view, edge
            )
            into, lost = through(
                dt,
                temperature,
                k,
                inwards,
                outwards,
                out,
                middle,
                air,
                edge,
                grams,
                owed,
                per_k,
                tables,
                base,
                line,
                work,
            )
            # Round the piece heat spreads slowly: once in a long step is often enough.
            unspread += dt
            if unspread >= LONG_STEP or left <= dt:
                around(unspread, temperature, k, turn, sides, grams, owed, per_k, tables, base, line, work)
                unspread = 0.0
            energy += dt * into
            gone += dt * lost / latent
            for j in range(sectors):
                wet[j] -= dt * edge[DRIES, j] / latent / skin[j]
            done, seconds, left = done + dt, seconds + dt, left - dt
    take_sample(samples, cells, row, seconds, temperature, k, half, air, edge, core, crumb, seen, on_axis, known, gone)
    samples[row, ENERGY], wets[row] = energy, wet
    return samples[: row + 1], cells[: row + 1], wets[: row + 1]
