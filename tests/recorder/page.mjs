// What a page sends, through a socket that only remembers; then the listener goes. Prints what was sent.
const { Recorder, socketWriter } = await import(process.argv[2]);
let socket = null;
class Socket {
  constructor() { socket = this; this.bufferedAmount = 0; this.sent = ''; }
  send(text) { this.sent += text; }
}
const log = new Recorder(socketWriter('ws://127.0.0.1:1', Socket), { title: 'page' });
log.body(1, { moves: 'kinematic' });
for (let n = 0; n < 3; ++n) log.frame(n), log.state(1, n, 0);
log.event('mark', [1], 'odd');
if (socket.sent !== '') throw new Error('sent before the connection was there');
socket.onopen();
log.frame(3), log.frame(4);
socket.onclose({ reason: 'Another game is being recorded.' });
for (let n = 5; n < 9; ++n) log.frame(n);
console.log(socket.sent + (log.failure || 'no failure'));
