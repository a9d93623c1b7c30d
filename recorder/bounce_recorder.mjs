// SPDX-License-Identifier: MIT
// Records a game's physics as a bounce log. One module, for Node and for pages, nothing else.
//
//   import fs from 'node:fs';
//   const log = new Recorder(fileWriter(fs, 'run.bouncelog'), { gravity: [0, -900], logs: ['contacts'] });
//   log.body(7, { name: 'stoat', kind: 'courier', moves: 'kinematic' });
//   log.collider(12, 7, circle(8));
//   for (;;) {
//     ... step the game ...
//     log.frame(n);
//     log.state(7, x, y, angle, vx, vy);
//     log.contact(12, 31, { at: [x, y], normal: [0, -1] });
//   }
//
// In a page: const lines = []; const log = new Recorder(line => lines.push(line), …); later savePage(lines, 'run.bouncelog').
// It never throws into the game: the first failure is said once on the console (and kept in `failure`), after which every
// call does nothing. A frame is written when the next one begins.

export const circle = (r, at = [0, 0]) => ({ type: 'circle', r, at });
export const box = (w, h, at = [0, 0], angle = 0) => ({ type: 'box', size: [w, h], at, angle });
export const capsule = (a, b, r) => ({ type: 'capsule', a, b, r });
export const polygon = (points) => ({ type: 'polygon', points });
export const chain = (points, closed = false) => ({ type: 'chain', points, closed });
// Of three dimensions (header: space 3): vectors are [x, y, z], rotations unit quaternions [x, y, z, w].
export const sphere = (r, at = [0, 0, 0]) => ({ type: 'sphere', r, at });
export const box3 = (size, at = [0, 0, 0], rotation = [0, 0, 0, 1]) => ({ type: 'box', size, at, rotation });
export const hull = (points) => ({ type: 'hull', points });
/** Triangles by their corners' numbers; they have no inside. */
export const mesh = (points, faces) => ({ type: 'mesh', points, faces });
/** A tile map or a mask, { rows } of '#' and '.', row 0 at the origin; in space { layers } of rows along +z. */
export const cells = (cell, origin, of) => ({ type: 'cells', cell, origin, ...of });

/** A writer of lines to a file, for Node. Throws where the file cannot be opened: the recorder says so. */
export function fileWriter(fs, path) {
  let file = null;
  return (line) => {
    if (file === null) file = fs.openSync(path, 'w');
    fs.writeSync(file, line);
  };
}

/** Hands the lines to the person who plays in a page, as a file to save. */
export function savePage(lines, name) {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob(lines, { type: 'application/x-ndjson' }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/**
 * A writer of lines to Odd Bounce while it listens: new Recorder(socketWriter(), header). Lines wait until the connection
 * is there; a listener that is too slow, or gone, ends the recording and never the game. Node needs a WebSocket
 * class where it has none of its own.
 */
export function socketWriter(url = 'ws://127.0.0.1:28650', Socket = globalThis.WebSocket) {
  const mostBytes = 16000000; // that wait to be sent
  let socket = null, early = [], earlyBytes = 0, gone = null;
  return (line) => {
    if (socket === null) {
      if (!Socket) throw new Error('there is no WebSocket here');
      socket = new Socket(url);
      socket.onopen = () => { if (early) socket.send(early.join('')); early = null, earlyBytes = 0; };
      socket.onerror = () => { gone = gone || 'nobody listens at ' + url; };
      socket.onclose = (event) => { gone = gone || event.reason || 'the connection was closed'; };
    }
    if (gone) throw new Error(gone);
    if (earlyBytes + (socket.bufferedAmount || 0) > mostBytes) throw new Error('the listener is too slow');
    if (early === null) return socket.send(line);
    early.push(line);
    earlyBytes += line.length;
  };
}

const mostWaiting = 1000000; // entries of one frame; a game that never calls frame() must not fill the memory
const finite = (key, value) => (typeof value === 'number' && !Number.isFinite(value) ? 0 : value);

export class Recorder {
  /** write: a function that takes a line. header: title, space (2 or 3), unit, up, rate, gravity, slop, skin, substeps, float, logs.
   *  With 'end' in logs, close() says that the log ends, so a game that hangs or crashes shows. */
  constructor(write, header = {}) {
    this.write = write;
    this.failure = null;
    this.open = null;
    this.early = {}; // what comes while no frame is open: it waits for the next one
    this.waiting = 0;
    this.ends = (header.logs ?? []).includes('end');
    const inSpace = header.space === 3;
    this.line({ bounce: 1, space: 2, up: inSpace ? [0, 1, 0] : [0, 1], unit: 'px', rate: 60,
      gravity: inSpace ? [0, 0, 0] : [0, 0], float: 64, logs: [], ...header });
  }

  // Definitions: before the first frame that uses them, or between frames. Further keys as in the format.
  body(id, more = {}) { this.finish(); this.line({ body: id, moves: 'static', ...more }); }
  collider(id, body, shape, more = {}) { this.finish(); this.line({ collider: id, body, shape, ...more }); }
  // A point of the body at which the game tests for ground or wall, and the direction that it guards.
  probe(id, body, at, guards, name = '') { this.finish(); this.line({ probe: id, body, name, at, guards }); }
  // A contact of these two layers must be followed by the event within so many frames.
  expect(a, b, event, within) { this.finish(); this.line({ expect: { pair: [a, b], event, within } }); }
  pair(a, b, does) { this.finish(); this.line({ pair: [a, b], does }); } // does: solid, report, ignore
  /** What the player sees. image: a PNG's path within the log's folder, or a data:image/png;base64, URI.
   *  more: body (without: a backdrop in the world), at, alpha. */
  art(id, image, size, more = {}) { this.finish(); this.line({ art: id, image, size, ...more }); }

  // One frame: the state at the end of a step. Numbers rise.
  frame(number, dt) {
    this.finish();
    this.open = { frame: number, ...(dt === undefined ? {} : { dt }), ...this.early };
    this.early = {};
  }
  /** angle, vx, vy, angular_velocity may be left out from the right. */
  state(body, x, y, ...more) { this.add('bodies', [body, x, y, ...more]); }
  /** Of three dimensions; rotation, velocity and angularVelocity may be left out from the right. */
  state3(body, at, rotation = [], velocity = [], angularVelocity = []) {
    this.add('bodies', [body, ...at, ...rotation, ...velocity, ...angularVelocity]);
  }
  desired(body, ...velocity) { this.add('desired', [body, ...velocity]); }
  // Mirrored or stretched from this frame on: a mirrored side is negative.
  scale(body, ...by) { this.add('scale', [body, ...by]); }
  // Where it was before overlaps were resolved; how many times the resolving loop ran.
  unresolved(body, ...at) { this.add('unresolved', [body, ...at]); }
  iterations(body, times) { this.add('iterations', [body, times]); }
  grounded(body) { this.add('grounded', body); }
  teleport(body) { this.add('teleport', body); }
  removed(body) { this.add('removed', body); }
  on(collider) { this.add('on', collider); }
  off(collider) { this.add('off', collider); }
  /** more: at, normal (from a to b), depth, impulse, phase, active. */
  contact(a, b, more = {}) { this.add('contacts', { a, b, ...more }); }
  /** more: caster, hit, layers, skip, at, normal, after. */
  ray(name, from, to, more = {}) { this.add('rays', { name, from, to, hit: null, ...more }); }
  /** An event named "mark" is a remark: its note is shown at that moment. */
  event(name, about = [], note) { this.add('events', note ? { name, about, note } : { name, about }); }
  /** What the player saw in this frame; rect: [x0, y0, x1, y1] in the world. */
  screenshot(image, rect) { if (this.open !== null) this.open.screenshot = { image, rect }; }
  /** Writes the frame now, not when the next begins: for a game that may hang in its next step. */
  flush() { this.finish(); }
  /** Writes the last frame. */
  close() {
    this.finish();
    if (this.ends) this.line({ end: true });
  }

  add(key, entry) {
    if (this.failure !== null) return;
    if (++this.waiting > mostWaiting) { this.fail(`more than ${mostWaiting} entries in one frame`); return; }
    ((this.open ?? this.early)[key] ??= []).push(entry);
  }
  finish() {
    const frame = this.open;
    if (frame === null) return;
    this.open = null;
    this.waiting = 0;
    this.line(frame);
  }
  line(entry) {
    if (this.failure !== null) return;
    try {
      this.write(JSON.stringify(entry, finite) + '\n');
    } catch (error) {
      this.fail(`cannot write the log: ${error.message}`);
    }
  }
  fail(what) {
    this.failure = what;
    this.open = null;
    console.error(`bounce recorder: ${what}; recording stops`);
  }
}
