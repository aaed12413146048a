"""Paste hostile recipes, one after another: python -m scripts.faults.paste ADDRESS TOKEN SESSION FIRST:END:STEP.

Writes each answer's status, 0 for none.
"""

import json
import sys

import requests

BITS = ("1 ", "(", "1/", "rise 1", " ", "½ to ", "cup of ", "° ", "<li>", "1,1.", "plus or ", "tbsp/")
SIZES = (59_000, 190_000, 2_300_000)
PATIENCE_S = 120


def main() -> None:
    """Run the command line."""
    base, token, session, which = sys.argv[1:]
    first, end, step = map(int, which.split(":"))
    headers = {"X-CSRFToken": token, "Content-Type": "application/json"}
    cookies = {"csrftoken": token, "sessionid": session}
    for i in range(first, end, step):
        size = SIZES[i % len(SIZES)]
        text = (BITS[i % len(BITS)] * size)[:size]
        # As a browser sends it: letters as they are.
        body = json.dumps({"text": text, "corrections": []}, ensure_ascii=False).encode()
        try:
            answer = requests.post(
                f"{base}/api/recipe", data=body, headers=headers, cookies=cookies, timeout=PATIENCE_S
            )
            print(answer.status_code, flush=True)
        except requests.ConnectionError:
            print(0, flush=True)


if __name__ == "__main__":
    main()
