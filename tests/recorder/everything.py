# Everything that a log can hold of two dimensions, written by the Python recorder: OUT, the path.
import os
import sys

sys.path.insert(0, os.path.join(os.path.dirname(os.path.abspath(__file__)), "..", "..", "recorder"))
from bounce_recorder import Recorder, capsule, chain, polygon

with Recorder(sys.argv[1], title='quote " and line\n', up=(0, -1), slop=0.25, float_bits=32,
              logs=["contacts", "rays", "events", "desired", "grounded", "unresolved", "iterations", "end"]) as log:
    log.body(1, "stoat", "courier", "kinematic", upright=True, step=4, slope=40)
    log.collider(10, 1, capsule((0, -6), (0, 6), 8), name="feet", layer="courier", friction=0.4, restitution=0.1, visible=False)
    log.body(2, "pier", "pier")
    log.collider(20, 2, chain([(0, 0), (10, 0)]))
    log.body(3, "crate", "crate", "dynamic")
    log.collider(30, 3, polygon([(0, 0), (4, 0), (0, 3)]), role="sensor")
    log.pair("courier", "pier", "solid")
    log.probe(6, 1, (-8, 14), (-1, 0), "left-top")
    log.expect("courier", "pier", "landed", 3)
    log.art(4, "stoat.png", (24, 32), body=1, at=(0, 2))
    log.art(5, "sky.png", (400, 300), at=(10, 20))
    log.off(30)  # of the next frame
    log.frame(5)
    log.state(1, 0.1, 1 / 3, 0.5, 2, 3, 4)
    log.state(2, 0, 0)
    log.state(3, float("nan"), 1e-7, 0, 0, float("inf"))
    log.desired(1, 7, 0)
    log.grounded(1)
    log.scale(1, -1, 1)
    log.unresolved(1, 0.25, 0.5)
    log.iterations(1, 3)
    log.contact(10, 20, at=(1, 2), normal=(0, -1), depth=0.5, impulse=3, phase="begin")
    log.ray("sight", (0, 0), (5, 5), caster=1, hit=20)
    log.ray("miss", (0, 0), (5, 5))
    log.event("landed", [1, 2])
    log.screenshot("shots/5.png", (0, 0, 320, 180))
    log.frame(6, 0.02)
    log.teleport(1)
    log.off(10)
    log.on(20)
    log.removed(2)
