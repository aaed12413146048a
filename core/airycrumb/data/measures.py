"""Words of measure in recipes, and what a cup of flour weighs. NIST Handbook 44 for US volumes."""

from airycrumb.data.record import Constant

_H44 = "NIST Handbook 44, appendix C"
# canonical unit: kind, size in g or mL; None where it depends on the ingredient
UNITS: dict[str, tuple[str, float | None]] = {
    "g": ("mass", 1.0),
    "kg": ("mass", 1000.0),
    "oz": ("mass", 28.349523125),
    "lb": ("mass", 453.59237),
    "ml": ("volume", 1.0),
    "cl": ("volume", 10.0),
    "dl": ("volume", 100.0),
    "l": ("volume", 1000.0),
    "tsp": ("volume", 4.92892159),
    "tbsp": ("volume", 14.78676478),
    "cup": ("volume", 236.5882365),
    "fl oz": ("volume", 29.5735296),
    "pint": ("volume", 473.176473),
    "quart": ("volume", 946.352946),
    "pinch": ("mass", 0.35),
    "stick": ("mass", 113.398),
    "knob": ("mass", 15.0),
    "handful": ("mass", 30.0),
    "packet": ("piece", None),
    "tin": ("piece", None),
    "clove": ("piece", None),
    "head": ("piece", None),
    "bunch": ("piece", None),
    "stalk": ("piece", None),
    "slice": ("mass", 25.0),
    "sprig": ("mass", 2.0),
    "splash": ("volume", 10.0),
    "glass": ("volume", 200.0),
    "dag": ("mass", 10.0),
    "cube": ("mass", 42.0),  # of fresh yeast, as sold in central Europe; common practice, no source
    "piece": ("piece", None),
}
# mL of a cup, tablespoon and teaspoon where a recipe is from; published: NIST Handbook 44, and national standards
CUPS: dict[str, dict[str, float]] = {
    "us": {"cup": 236.5882365, "tbsp": 14.78676478, "tsp": 4.92892159},
    "metric": {"cup": 250.0, "tbsp": 15.0, "tsp": 5.0},
    "australian": {"cup": 250.0, "tbsp": 20.0, "tsp": 5.0},
    # UK Weights and Measures Act 1985: the imperial pint is 568.26125 mL; its half is the old cup
    "imperial": {
        "cup": 284.130625,
        "tbsp": 17.7581641,
        "tsp": 5.91938803,
        "fl oz": 28.4130625,
        "pint": 568.26125,
        "quart": 1136.5225,
    },
}
_SPELT = {
    "g": "g gm gms gr grs grm gram grams gramme grammes gramo gramos grammo grammi gramm",
    "kg": "kg kgs kilo kilos kilogram kilograms",
    "oz": "oz ozs ounce ounces",
    "lb": "lb lbs pound pounds",
    "dag": "dag dkg deka",
    "ml": "ml mls cc millilitre millilitres milliliter milliliters mililitros",
    "cl": "cl centilitre centilitres centiliter centiliters",
    "dl": "dl decilitre decilitres deciliter deciliters",
    "l": "l litre litres liter liters litro litri litros",
    "tsp": "t ts tsp tsps teaspoon teaspoons teaspoonful teaspoonfuls cucharadita cucharaditas cdta cdita cucchiaino "
    "cucchiaini tl teelöffel cac",
    "tbsp": "T tb tbs tbl tbsp tbsps tblsp tablespoon tablespoons tablespoonful tablespoonfuls cucharada cucharadas "
    "cda cucchiaio cucchiai el esslöffel cas",
    "cup": "c cup cups cupful cupfuls taza tazas tazza tazze tasse tassen tasses",
    "pint": "pt pint pints",
    "quart": "qt quart quarts",
    "pinch": "pinch pinches dash dashes pizca pizcas pizzico prise prisen pincée pincées",
    "stick": "stick sticks",
    "knob": "knob knobs",
    "handful": "handful handfuls puñado manciata handvoll poignée",
    "packet": "packet packets packs pack pkt pkts sachet sachets envelope envelopes pkg pkgs package packages sobre "
    "sobres bustina bustine päckchen",
    "tin": "tin tins can cans jar jars lata latas lattina barattolo dose dosen boîte boîtes",
    "clove": "clove cloves diente dientes spicchio spicchi zehe zehen gousse gousses",
    "head": "head heads",
    "bunch": "bunch bunches manojo mazzo mazzetto bund botte",
    "stalk": "stalk stalks rib ribs",
    "slice": "slice slices",
    "sprig": "sprig sprigs",
    "cube": "cube würfel",
    "splash": "splash splashes drizzle drizzles glug chorrito schuss filo",
    "glass": "glass glasses vaso vasos bicchiere bicchieri glas verre verres",
    "piece": "piece pieces pc pcs pieza piezas stück pezzo pezzi ball balls loaf loaves fillet fillets",
}
UNIT_WORDS: dict[str, str] = {word.lower(): unit for unit, words in _SPELT.items() for word in words.split()}
_FRENCH = {"s": "tbsp", "soupe": "tbsp", "c": "tsp", "café": "tsp"}
# units of several words, by their words; longest first where they are looked for
LONG_UNITS: dict[tuple[str, ...], str] = {
    ("fl", "oz"): "fl oz",
    ("fluid", "ounce"): "fl oz",
    ("fluid", "ounces"): "fl oz",
    ("cuillère", "à", "soupe"): "tbsp",
    ("cuillères", "à", "soupe"): "tbsp",
    ("cuillère", "à", "café"): "tsp",
    ("cuillères", "à", "café"): "tsp",
    **{("c", *dot, "à", word): unit for dot in ((), (".",)) for word, unit in _FRENCH.items()},
}
CAPITAL_UNITS = {"T": "tbsp", "t": "tsp"}  # the one place where case is meaning

_COUNTED = (
    "one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen "
    "eighteen nineteen twenty"
)
NUMBER_WORDS: dict[str, float] = {word: float(n) for n, word in enumerate(_COUNTED.split(), start=1)} | {
    "a": 1.0,
    "an": 1.0,
    "half": 0.5,
    "quarter": 0.25,
    "dozen": 12.0,
    "couple": 2.0,
    "few": 3.0,
}
# numbers of the other languages recipes are read in, where they are no word of English
NUMBER_WORDS |= {
    **dict.fromkeys(("un", "una", "uno", "ein", "eine", "une"), 1.0),
    **dict.fromkeys(("dos", "due", "zwei", "deux"), 2.0),
    **dict.fromkeys(("tres", "tre", "drei", "trois"), 3.0),
    **dict.fromkeys(("medio", "media", "mezzo", "mezza", "demi", "halber", "halbe"), 0.5),
}
# what a hedge does to low, typical and high; assumed
HEDGES: dict[str, tuple[float, float, float]] = {
    "about": (0.9, 1.0, 1.1),
    "approximately": (0.9, 1.0, 1.1),
    "approx": (0.9, 1.0, 1.1),
    "abt": (0.9, 1.0, 1.1),
    "ca": (0.9, 1.0, 1.1),
    "circa": (0.9, 1.0, 1.1),
    "etwa": (0.9, 1.0, 1.1),
    "environ": (0.9, 1.0, 1.1),
    "around": (0.9, 1.0, 1.1),
    "roughly": (0.85, 1.0, 1.15),
    "scant": (0.88, 0.94, 1.0),
    "level": (1.0, 1.0, 1.0),
    "rounded": (1.05, 1.2, 1.4),
    "heaped": (1.2, 1.5, 1.9),
    "heaping": (1.2, 1.5, 1.9),
    "generous": (1.0, 1.1, 1.25),
    "good": (1.0, 1.1, 1.25),
}

# g of wheat flour in a US cup: low, typical, high for each way of filling it; common practice
CUP_HABITS: dict[str, tuple[float, float, float]] = {
    "sifted": (115.0, 120.0, 125.0),
    "spooned": (120.0, 125.0, 132.0),
    "dipped": (138.0, 146.0, 156.0),
    "unknown": (115.0, 130.0, 156.0),
}
# g of a bunch or a head, by pantry key, as shops tie and sell them; common practice, no source
CLUMPS: dict[str, dict[str, float]] = {
    "bunch": {
        **dict.fromkeys(("parsley", "coriander leaf"), 60.0),
        **dict.fromkeys(("dill", "basil", "mint", "herbs", "chive"), 30.0),
        **dict.fromkeys(("thyme", "rosemary", "sage", "tarragon"), 20.0),
        "spring onion": 100.0,
        "spinach": 300.0,
        "chard": 300.0,
        "kale": 200.0,
        "watercress": 85.0,
    },
    "head": {
        "garlic": 50.0,
        "roast garlic": 50.0,
        "cauliflower": 575.0,
        "broccoli": 400.0,
        "cabbage": 900.0,
        "napa cabbage": 900.0,
    },
}
# g/mL as a cup of pieces holds it, where that is less than the food packed in a filling weighs;
# published: USDA SR28, household weights
AS_MEASURED: dict[str, float] = {
    "fennel": 0.37,
    "aubergine cooked": 0.42,
    "leek cooked": 0.44,
    "potato cooked": 0.66,
    "pear": 0.64,
    "mushroom cooked": 0.66,
    "sardine tinned": 0.63,
    "buckwheat cooked": 0.71,
    "beetroot cooked": 0.72,
    "lentils cooked": 0.84,
    "sweet potato cooked": 0.85,
    "squash cooked": 0.87,
    "walnut": 0.49,
    "durum flour": 0.71,
    "teff flour": 0.82,
    "peanut flour": 0.25,
    "potato flakes": 0.25,
    "chilli": 0.63,
    "peas": 0.68,
    "egg noodle cooked": 0.68,
    "oats": 0.34,
    "milk chocolate": 0.71,
    "napa cabbage": 0.3,
    "mung bean cooked": 0.85,
    "soy sauce": 1.08,
    "coconut cream": 1.01,
    "milk powder": 0.54,
}
# how far a cup of pieces goes with how they are cut, by role; assumed, from the spread of cuts in the same table
CUT_DOUBT: dict[str, float] = dict.fromkeys(("vegetable", "fruit", "cheese", "nut", "pulse", "grain"), 0.15)
CUT_DOUBT |= {"liquid": 0.01, "fat": 0.06}
OTHER_VOLUME_DOUBT = Constant(0.06, "share", "assumed", "how evenly a spoon or cup of anything else is filled")
LOOSE_DOUBT = Constant(0.3, "share", "assumed", "how far a pinch, a knob or a handful is from a middling one")
PIECE_DOUBT = Constant(0.2, "share", "assumed", "how far an onion or a bunch is from a middling one")
EGG_DOUBT = Constant(
    0.08, "share", "published", "USDA AMS 56: the weight class next to each egg class is 7 to 12 % away"
)
EGG_SIZES: dict[str, float] = {
    "small": 38.0,
    "medium": 44.0,
    "": 50.0,
    "large": 50.0,
    "extra large": 56.0,
    "extra-large": 56.0,
}
