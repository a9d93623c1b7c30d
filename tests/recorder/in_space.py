# What a log holds of three dimensions, written by the Python recorder: OUT, the path.
import os
import sys

sys.path.insert(0, os.path.join(os.path.dirname(os.path.abspath(__file__)), "..", "..", "recorder"))
from bounce_recorder import Recorder, box3, capsule, hull, mesh, sphere

corners = [(0, 0, 0), (4, 0, 0), (0, 4, 0), (0, 0, 4)]
with Recorder(sys.argv[1], title="space", space=3, gravity=(0, -9.8, 0), unit="m", logs=["contacts", "rays", "desired"]) as log:
    log.body(1, "stoat", "courier", "kinematic")
    log.collider(10, 1, capsule((0, -6, 0), (0, 6, 0), 8))
    log.body(2, "pier", "pier")
    log.collider(20, 2, box3((10, 2, 6), (1, 2, 3), (0, 0.6, 0, 0.8)))
    log.collider(21, 2, hull(corners))
    log.collider(22, 2, mesh(corners, [(0, 1, 2), (0, 2, 3)]))
    log.body(3, "drum", "drum", "dynamic")
    log.collider(30, 3, sphere(0.5, (0, 0, 0.25)))
    log.probe(6, 1, (-8, 14, 1), (-1, 0, 0), "left")
    log.frame(5)
    log.state3(1, (0.1, 1 / 3, 2), (0, 0.6, 0, 0.8), (2, 3, 4), (0, 1, 0))
    log.state3(2, (0, 0, 0))
    log.state3(3, (1, 2, 3), (0, 0, 0, 1), (0, -1, 0))
    log.desired(1, 7, 0, 1)
    log.scale(1, -1, 1, 1)
    log.contact(10, 20, at=(1, 2, 3), normal=(0, -1, 0), depth=0.5, impulse=3, phase="begin")
    log.ray("sight", (0, 0, 0), (5, 5, 5), caster=1, hit=20)
