// SPDX-License-Identifier: MIT
// A ball that falls on a floor; the lines that begin with "log" are all that recording needs.
import fs from 'node:fs';
import { Recorder, box, circle, fileWriter } from '../../recorder/bounce_recorder.mjs';

const log = new Recorder(fileWriter(fs, process.argv[2] ?? 'first.bouncelog'),
  { title: 'falling ball', gravity: [0, -900], logs: ['contacts'] });
log.body(1, { name: 'ball', kind: 'ball', moves: 'kinematic' });
log.collider(1, 1, circle(8));
log.body(2, { name: 'floor', kind: 'floor' });
log.collider(2, 2, box(400, 20));

let y = 200;
let speed = 0;
for (let n = 0; n < 120; ++n) {
  speed -= 900 / 60;
  y += speed / 60;
  const hits = y < 18;
  if (hits) {
    y = 18;
    speed *= -0.6;
  }

  log.frame(n);
  log.state(1, 0, y, 0, 0, speed);
  if (hits) log.contact(1, 2, { at: [0, 10], normal: [0, -1] });
}
log.close();
process.exitCode = log.failure === null ? 0 : 1;
