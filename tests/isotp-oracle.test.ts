import { createServer, type AddressInfo, type Socket } from 'node:net';
import { describe, expect, it } from 'vitest';
import { formatHex, parseHex } from '@badger/core/base/bytes';
import {
  IDLE,
  TIMEOUT_MS,
  transition,
  type IsoTpEvent,
  type IsoTpState
} from '@badger/core/isotp/machine';
import { python } from './support/outside.ts';

/** scapy's own ISO-TP (a second, independent implementation) over one TCP line of frames in hexadecimal. */
const PEER = `
import socket, select, sys
from scapy.config import conf
conf.verb = 0
from scapy.supersocket import SuperSocket
from scapy.layers.can import CAN
from scapy.contrib.isotp import ISOTP
from scapy.contrib.isotp.isotp_soft_socket import ISOTPSoftSocket
port, bs, stmin, count = [int(a) for a in sys.stdin.readline().split()]

class Line(SuperSocket):
    def __init__(self, raw):
        self.ins = self.outs = raw
        self.raw, self.rest, self.closed = raw, b'', False
    def fileno(self): return self.raw.fileno()
    def recv(self, x=None):
        while b'\\n' not in self.rest:
            chunk = self.raw.recv(4096)
            if not chunk: return None
            self.rest += chunk
        line, self.rest = self.rest.split(b'\\n', 1)
        return CAN(identifier=0x7e0, data=bytes.fromhex(line.decode()))
    def send(self, x):
        self.raw.sendall(bytes(x.data).hex().encode() + b'\\n')
    def select_one(self):
        return b'\\n' in self.rest or bool(select.select([self.raw], [], [], 0)[0])
    @staticmethod
    def select(sockets, remain=None):
        return [s for s in sockets if s.select_one()]

raw = socket.create_connection(('127.0.0.1', port))
sock = ISOTPSoftSocket(Line(raw), tx_id=0x7e8, rx_id=0x7e0, bs=bs, stmin=stmin, padding=True)
for _ in range(count):
    asked = None
    while asked is None: asked = sock.recv()
    sock.send(ISOTP(bytes(asked.data)[::-1]))
# one more says goodbye: nothing else may read from the line meanwhile
while sock.recv() is None: pass
sys.stdout.flush(); import os; os._exit(0)
`;

/** Our machine on a socket: sends a message and gives the one that comes back. */
class Ours {
  #state: IsoTpState = IDLE;
  readonly #socket: Socket;
  readonly #timers = new Map<string, NodeJS.Timeout>();
  #done: (payload: Uint8Array | string) => void = () => undefined;
  #rest = '';

  constructor(socket: Socket) {
    this.#socket = socket;
    socket.on('data', (chunk) => {
      const lines = (this.#rest + chunk.toString('latin1')).split('\n');
      this.#rest = lines.pop() ?? '';
      for (const line of lines)
        this.#step({ type: 'frame', data: parseHex(line) ?? new Uint8Array() });
    });
  }
  ask(payload: Uint8Array): Promise<Uint8Array | string> {
    return new Promise((resolve) => {
      this.#done = resolve;
      this.#step({ type: 'send', payload });
    });
  }
  #step(event: IsoTpEvent): void {
    const [next, effects] = transition(this.#state, event);
    this.#state = next;
    for (const e of effects) {
      if (e.type === 'transmit')
        this.#socket.write(e.frames.map((f) => `${formatHex(f)}\n`).join(''));
      else if (e.type === 'start') {
        clearTimeout(this.#timers.get(e.timer));
        const late = () => this.#step({ type: 'timeout', timer: e.timer });
        // scapy looks for frames every 5 ms and the machine may be busy: more patience than on a bus
        this.#timers.set(e.timer, setTimeout(late, 20 * TIMEOUT_MS));
      } else if (e.type === 'cancel') clearTimeout(this.#timers.get(e.timer));
      else if (e.type === 'gap') setTimeout(() => this.#step({ type: 'gap-over' }), e.us / 1000);
      else if (e.type === 'received') this.#done(e.payload);
      else if (e.type === 'failed') this.#done(e.code);
    }
  }
}

describe('ISO-TP against scapy, in both directions', () => {
  const lengths = [1, 7, 8, 13, 14, 62, 119, 202, 300];
  it.each([
    [0, 0],
    [8, 1],
    [3, 2],
    [1, 0],
    // 500 µs, and a reserved value that counts as 127 ms
    [0, 0xf5]
  ])('block size %i, separation time byte %i', { timeout: 120_000 }, async (blockSize, stMin) => {
    const server = createServer();
    await new Promise<void>((r) => server.listen(0, '127.0.0.1', r));
    const connected = new Promise<Socket>((r) => server.once('connection', r));
    const { port } = server.address() as AddressInfo;
    const peer = python(PEER, `${port} ${blockSize} ${stMin} ${lengths.length}\n`);
    const socket = await Promise.race([
      connected,
      peer.then(() => Promise.reject(new Error('gone')))
    ]);
    const ours = new Ours(socket);
    for (const length of lengths) {
      const payload = Uint8Array.from({ length }, (_, i) => (i * 37 + length) & 0xff);
      expect(await ours.ask(payload), `${length} bytes`).toEqual(payload.toReversed());
    }
    void ours.ask(Uint8Array.of(1));
    await peer;
    socket.destroy();
    server.close();
  });
});
