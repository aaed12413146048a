"""Draw the icons an installed application needs from the one mark: python -m scripts.icons."""

from playwright.sync_api import sync_playwright

from scripts.serving import CHROMIUM, FLAGS, ROOT

PUBLIC = ROOT / "web" / "public"
# File, side in pixels, share of it that the mark fills, whether what is behind it is filled. A maskable icon may be
# cut to a circle of four fifths of its side.
ICONS = (
    ("icon-192.png", 192, 0.92, False),
    ("icon-512.png", 512, 0.92, False),
    ("icon-maskable-512.png", 512, 0.58, True),
    ("apple-touch-icon.png", 180, 0.72, True),
)
GROUND = "#e5eaf2"


def main() -> None:
    """Write every icon into web/public."""
    mark = (PUBLIC / "mark.svg").read_text(encoding="utf-8")
    with sync_playwright() as p:
        browser = p.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        for name, side, share, filled in ICONS:
            page = browser.new_page(viewport={"width": side, "height": side})
            behind = GROUND if filled else "transparent"
            style = f"margin:0;height:100vh;display:grid;place-items:center;background:{behind}"
            page.set_content(f"<body style='{style}'><div style='width:{share:.0%}'>{mark}</div></body>")
            page.screenshot(path=PUBLIC / name, omit_background=not filled)
            page.close()
        browser.close()


if __name__ == "__main__":
    main()
