# SPDX-License-Identifier: MIT
"""Records a game's physics as a bounce log. One file, Python 3.6 or later, nothing else.

    log = Recorder("run.bouncelog", gravity=(0, -900), logs=["contacts"])
    log.body(7, name="stoat", kind="courier", moves="kinematic")
    log.collider(12, 7, circle(8))
    while True:
        ...  # step the game
        log.frame(n)
        log.state(7, x, y, angle, vx, vy)
        log.contact(12, 31, at=(x, y), normal=(0, -1))

It never raises into the game: the first failure is said once on stderr (and kept in `failure`), after which every call does
nothing. A frame is written when the next one begins. Not for two threads at once.
"""
import json
import math
import sys


def circle(r, at=(0, 0)):
    return {"type": "circle", "r": r, "at": list(at)}


def box(w, h, at=(0, 0), angle=0):
    return {"type": "box", "size": [w, h], "at": list(at), "angle": angle}


def capsule(a, b, r):
    return {"type": "capsule", "a": list(a), "b": list(b), "r": r}


def polygon(points):
    return {"type": "polygon", "points": [list(p) for p in points]}


def chain(points, closed=False):
    return {"type": "chain", "points": [list(p) for p in points], "closed": closed}


# Shapes of three dimensions: vectors are (x, y, z), rotations unit quaternions (x, y, z, w).
def sphere(r, at=(0, 0, 0)):
    return {"type": "sphere", "r": r, "at": list(at)}


def box3(size, at=(0, 0, 0), rotation=(0, 0, 0, 1)):
    return {"type": "box", "size": list(size), "at": list(at), "rotation": list(rotation)}


def hull(points):
    return {"type": "hull", "points": [list(p) for p in points]}


def mesh(points, faces):
    """Triangles by their corners' numbers; they have no inside."""
    return {"type": "mesh", "points": [list(p) for p in points], "faces": [list(f) for f in faces]}


def cells(cell, origin, rows=None, layers=None):
    """A tile map or a mask: rows of '#' and '.', row 0 at the origin, further ones along +y; in space layers of rows along +z."""
    shape = {"type": "cells", "cell": cell, "origin": list(origin)}
    shape.update({"rows": list(rows)} if layers is None else {"layers": [list(l) for l in layers]})
    return shape


def _plain(value):
    """JSON has no infinities and no vectors of other libraries."""
    if isinstance(value, float):
        return value if math.isfinite(value) else 0
    if isinstance(value, dict):
        return {str(k): _plain(v) for k, v in value.items()}
    if isinstance(value, (str, bool, int)) or value is None:
        return value
    try:
        return [_plain(v) for v in value]
    except TypeError:
        return _plain(float(value))


class Recorder:
    _lists = ("bodies", "removed", "teleport", "on", "off", "desired", "grounded", "contacts", "rays", "events")
    most_waiting = 1000000  # entries of one frame; a game that never calls frame() must not fill the memory

    def __init__(self, path, title="", unit="px", up=None, rate=60, gravity=None, slop=None, skin=0,
                 substeps=1, float_bits=64, logs=(), space=2):
        """space: 2 or 3 dimensions; vectors have as many numbers."""
        self.failure = None
        self._frame, self._early, self._waiting, self._file = None, {}, 0, None
        self._ends = "end" in logs  # close() says that the log ends, so a game that hangs or crashes shows
        self._space = 3 if space == 3 else 2
        up = up or (0, 1, 0)[:self._space]
        gravity = gravity or (0, 0, 0)[:self._space]
        header = {"bounce": 1, "title": title, "space": self._space, "up": up, "unit": unit, "rate": rate, "gravity": gravity,
                  "substeps": substeps, "float": float_bits, "logs": list(logs)}
        if slop is not None:
            header["slop"] = slop
        if skin:
            header["skin"] = skin
        try:
            self._file = open(path, "w", encoding="utf-8", newline="\n")
        except OSError as error:
            self._fail("cannot write %s: %s" % (path, error.strerror))
        self._line(header)

    # Definitions: before the first frame that uses them, or between frames. Further keys as in the format.
    def body(self, id, name="", kind="", moves="static", **more):
        self._finish()
        self._line({"body": id, "name": name, "kind": kind, "moves": moves, **more})

    def collider(self, id, body, shape, **more):  # more: name, layer, role, friction, restitution, visible, pass_
        self._finish()
        if "pass_" in more:
            more["pass"] = more.pop("pass_")
        self._line({"collider": id, "body": body, "shape": shape, **more})

    def pair(self, a, b, does):  # does: solid, report, ignore
        self._finish()
        self._line({"pair": [a, b], "does": does})

    def probe(self, id, body, at, guards, name=""):
        """A point of the body at which the game tests for ground or wall, and the direction that it guards."""
        self._finish()
        self._line({"probe": id, "body": body, "name": name, "at": list(at), "guards": list(guards)})

    def expect(self, a, b, event, within):
        """A contact of these two layers must be followed by the event within so many frames."""
        self._finish()
        self._line({"expect": {"pair": [a, b], "event": event, "within": within}})

    def art(self, id, image, size, **more):  # more: body (without: a backdrop in the world), at, alpha
        """What the player sees. image: a PNG's path within the log's folder, or a data:image/png;base64, URI."""
        self._finish()
        self._line({"art": id, "image": image, "size": list(size), **more})

    # One frame: the state at the end of a step. Numbers rise.
    def frame(self, number, dt=None):
        self._finish()
        self._frame = {"frame": number}
        if dt is not None:
            self._frame["dt"] = dt
        self._frame.update(self._early)
        self._early = {}

    def state(self, body, x, y, angle=None, vx=None, vy=None, angular_velocity=None):
        row = [body, x, y]
        if angle is not None or vx is not None:
            row.append(angle or 0)
        if vx is not None:
            row += [vx, vy or 0]
        if vx is not None and angular_velocity is not None:
            row.append(angular_velocity)
        self._add("bodies", row)

    def state3(self, body, at, rotation=None, velocity=None, angular_velocity=None):
        """Of three dimensions: the rotation is a unit quaternion (x, y, z, w)."""
        row = [body, *at]
        if rotation is not None or velocity is not None:
            row += rotation if rotation is not None else (0, 0, 0, 1)
        if velocity is not None:
            row += velocity
        if velocity is not None and angular_velocity is not None:
            row += angular_velocity
        self._add("bodies", row)

    def desired(self, body, vx, vy, *vz):
        self._add("desired", [body, vx, vy, *vz])

    def scale(self, body, x, y, *z):
        """Mirrored or stretched from this frame on: a mirrored side is negative."""
        self._add("scale", [body, x, y, *z])

    def unresolved(self, body, x, y, *z):  # where it was before overlaps were resolved
        self._add("unresolved", [body, x, y, *z])

    def iterations(self, body, times):  # how many times its resolving loop ran
        self._add("iterations", [body, times])

    def grounded(self, body):
        self._add("grounded", body)

    def teleport(self, body):
        self._add("teleport", body)

    def removed(self, body):
        self._add("removed", body)

    def on(self, collider):
        self._add("on", collider)

    def off(self, collider):
        self._add("off", collider)

    def contact(self, a, b, **more):  # more: at, normal (from a to b), depth, impulse, phase, active
        self._add("contacts", {"a": a, "b": b, **more})

    def ray(self, name, start, end, caster=None, hit=None, **more):
        entry = {"name": name, "from": start, "to": end, "hit": hit, **more}
        if caster is not None:
            entry["caster"] = caster
        self._add("rays", entry)

    def event(self, name, about=(), note=""):
        """An event named "mark" is a remark: its note is shown at that moment."""
        row = {"name": name, "about": list(about)}
        if note:
            row["note"] = note
        self._add("events", row)

    def screenshot(self, image, rect):
        """What the player saw in this frame; rect: x0, y0, x1, y1 in the world."""
        if self._frame is not None:
            self._frame["screenshot"] = {"image": image, "rect": list(rect)}

    def flush(self):
        """Writes the frame now, not when the next begins: for a game that may hang in its next step."""
        self._finish()

    def close(self):
        self._finish()
        if self._file:
            if self._ends:
                self._line({"end": True})
        if self._file:
            self._file.close()
            self._file = None

    def __enter__(self):
        return self

    def __exit__(self, exception, *_):
        self._ends = self._ends and exception is None  # it crashed
        self.close()

    # ---- inner
    def _add(self, key, entry):
        if not self._file:
            return
        self._waiting += 1
        if self._waiting > self.most_waiting:
            return self._fail("more than %d entries in one frame" % self.most_waiting)
        # While no frame is open it waits for the next one.
        (self._early if self._frame is None else self._frame).setdefault(key, []).append(entry)

    def _finish(self):
        if self._frame is not None:
            frame, self._frame, self._waiting = self._frame, None, 0
            self._line(frame)

    def _line(self, entry):
        if not self._file:
            return
        try:
            self._file.write(json.dumps(_plain(entry), separators=(",", ":")) + "\n")
            self._file.flush()
        except Exception as error:  # whatever it is, the game goes on
            self._fail("cannot write the log any further: %s" % error)

    def _fail(self, what):
        if self.failure is None:
            self.failure = what
            print("bounce recorder: %s; recording stops" % what, file=sys.stderr)
        file, self._file, self._frame = self._file, None, None
        try:
            if file:
                file.close()
        except OSError:
            pass
