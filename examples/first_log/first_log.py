# SPDX-License-Identifier: MIT
# A ball that falls on a floor; the lines that begin with "log" are all that recording needs.
import os
import sys

sys.path.insert(0, os.path.join(os.path.dirname(os.path.abspath(__file__)), "..", "..", "recorder"))
from bounce_recorder import Recorder, box, circle

log = Recorder(sys.argv[1] if len(sys.argv) > 1 else "first.bouncelog", title="falling ball", gravity=(0, -900),
               logs=["contacts"])
log.body(1, name="ball", kind="ball", moves="kinematic")
log.collider(1, 1, circle(8))
log.body(2, name="floor", kind="floor")
log.collider(2, 2, box(400, 20))

y, speed = 200.0, 0.0
for n in range(120):
    speed -= 900.0 / 60
    y += speed / 60
    hits = y < 18
    if hits:
        y, speed = 18.0, -0.6 * speed

    log.frame(n)
    log.state(1, 0, y, 0, 0, speed)
    if hits:
        log.contact(1, 2, at=(0, 10), normal=(0, -1))
log.close()
sys.exit(1 if log.failure else 0)
