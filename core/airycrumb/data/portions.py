"""What one of a food weighs that is bought by the piece: all from memory of usual shops, as doubtful as a third either
way. The words are those a recipe counts it by; "" is the food alone ("4 sausages").
"""

from airycrumb.data.record import Constant

PORTION_DOUBT = Constant(0.3, "share", "from memory", "how far one breast, chop or fillet is from a middling one")
_FILLET = {"fillet": 130.0, "fillets": 130.0, "steak": 150.0, "steaks": 150.0}
_CHOP = {"chop": 150.0, "chops": 150.0, "steak": 150.0, "steaks": 150.0}
_SLICED = dict.fromkeys(("rasher", "rashers", "slice", "slices", "strip", "strips"), 28.0)
_CAN = dict.fromkeys(("tin", "can", "jar"), 240.0)  # 400 g, drained

_FISH = ("salmon raw", "cod raw", "haddock raw", "hake raw", "trout raw", "tilapia raw", "catfish raw", "tuna raw")

# g of one, by pantry key and the word that counts it.
PORTIONS: dict[str, dict[str, float]] = {
    "chicken breast raw": {"": 175.0, "half": 175.0},
    "chicken thigh raw": {"": 110.0},
    "chicken raw": {
        **dict.fromkeys(("breast", "breasts", "fillet", "fillets"), 175.0),
        **dict.fromkeys(("thigh", "thighs"), 110.0),
        **dict.fromkeys(("drumstick", "drumsticks"), 75.0),
        **dict.fromkeys(("leg", "legs"), 200.0),
        **dict.fromkeys(("wing", "wings"), 35.0),
        "": 1100.0,
    },
    "turkey raw": {**_FILLET, "breast": 700.0},
    "duck raw": {**dict.fromkeys(("breast", "breasts"), 180.0), **dict.fromkeys(("leg", "legs"), 180.0)},
    "sausage raw": {"": 60.0, **dict.fromkeys(("chipolata", "chipolatas"), 30.0)},
    "bacon raw": _SLICED,
    "pancetta": {**_SLICED, **dict.fromkeys(("slice", "slices"), 15.0)},
    "pork raw": _CHOP,
    "pork loin raw": {**_CHOP, "": 400.0},
    "lamb raw": {**_CHOP, **dict.fromkeys(("chop", "chops"), 90.0)},
    "beef steak raw": {"": 225.0},
    "beef raw": dict.fromkeys(("steak", "steaks"), 225.0),
    **{key: {"": 130.0, **_FILLET} for key in _FISH},
    "squid raw": {"": 150.0},
    "celery": dict.fromkeys(("stick", "sticks", "stalk"), 40.0),
    "sweetcorn": {"": 90.0, **dict.fromkeys(("cob", "cobs", "ear", "ears"), 90.0)},
    "garlic": dict.fromkeys(("bulb", "bulbs"), 50.0),
    "fennel": {"": 230.0, **dict.fromkeys(("bulb", "bulbs"), 230.0)},
    **dict.fromkeys(
        (
            "beans cooked",
            "white bean cooked",
            "black bean cooked",
            "kidney bean cooked",
            "chickpea cooked",
            "lentils cooked",
            "black-eyed bean cooked",
            "corn tinned",
        ),
        _CAN,
    ),
    "sardine tinned": dict.fromkeys(("tin", "can"), 90.0),
    "tuna tinned": dict.fromkeys(("tin", "can"), 110.0),
    "salmon tinned": dict.fromkeys(("tin", "can"), 150.0),
    "cinnamon": dict.fromkeys(("stick", "sticks"), 3.0),
}
