// A wire tap between application and vehicle: forwards TCP and UDP, and writes what passed as a capture file.
import { createSocket } from 'node:dgram';
import { createServer, createConnection, type AddressInfo } from 'node:net';

interface Heard {
  readonly transport: 'tcp' | 'udp';
  readonly fromTester: boolean;
  readonly bytes: Buffer;
  /** TCP connection that it belongs to. */
  readonly connection: number;
}

export interface DoipTap {
  readonly port: number;
  /** Everything that passed, as a libpcap file of raw IPv4 packets (link type 101). */
  pcap(): Buffer;
  close(): void;
}

/** Listens on a port of its own for both transports and passes everything on to `target`. */
export async function tapDoip(target: number): Promise<DoipTap> {
  const heard: Heard[] = [];
  let connections = 0;
  const tcp = createServer((near) => {
    const connection = connections++;
    const far = createConnection({ host: '127.0.0.1', port: target });
    const pass = (from: typeof near, to: typeof near, fromTester: boolean) => {
      from.on('data', (chunk: Buffer) => {
        heard.push({ transport: 'tcp', fromTester, bytes: chunk, connection });
        to.write(chunk);
      });
      from.on('close', () => to.destroy());
      from.on('error', () => to.destroy());
    };
    pass(near, far, true);
    pass(far, near, false);
  });
  await new Promise<void>((resolve) => tcp.listen(0, '127.0.0.1', resolve));
  const { port } = tcp.address() as AddressInfo;
  const near = createSocket('udp4');
  const far = createSocket('udp4');
  let tester = 0;
  near.on('message', (bytes, from) => {
    tester = from.port;
    heard.push({ transport: 'udp', fromTester: true, bytes, connection: 0 });
    far.send(bytes, target, '127.0.0.1');
  });
  far.on('message', (bytes) => {
    heard.push({ transport: 'udp', fromTester: false, bytes, connection: 0 });
    near.send(bytes, tester, '127.0.0.1');
  });
  await new Promise<void>((resolve) => near.bind(port, '127.0.0.1', resolve));
  return {
    port,
    pcap: () => makePcap(heard),
    close() {
      tcp.close();
      near.close();
      far.close();
    }
  };
}

const DOIP_PORT = 13_400;
/** TCP payloads are cut so that a packet stays inside the length field of IPv4. */
const MOST_BYTES = 60_000;

function makePcap(heard: readonly Heard[]): Buffer {
  const head = Buffer.alloc(24);
  head.writeUInt32LE(0xa1b2c3d4, 0);
  head.writeUInt16LE(2, 4);
  head.writeUInt16LE(4, 6);
  head.writeUInt32LE(262_144, 16);
  head.writeUInt32LE(101, 20);
  const parts: Uint8Array[] = [head];
  const sequences = new Map<string, number>();
  let at = 0;
  for (const { transport, fromTester, bytes, connection } of heard) {
    for (let cut = 0; cut < bytes.length; cut += MOST_BYTES) {
      const payload = bytes.subarray(cut, cut + MOST_BYTES);
      const key = `${connection}${fromTester}`;
      const sequence = sequences.get(key) ?? 1;
      const answered = sequences.get(`${connection}${!fromTester}`) ?? 1;
      const ports = fromTester
        ? [50_000 + connection, DOIP_PORT]
        : [DOIP_PORT, 50_000 + connection];
      const segment =
        transport === 'udp' ? udp(ports, payload) : tcp(ports, payload, [sequence, answered]);
      if (transport === 'tcp') sequences.set(key, sequence + payload.length);
      const packet = ip(segment, transport === 'udp' ? 17 : 6, fromTester);
      const record = Buffer.alloc(16);
      record.writeUInt32LE(1_800_000_000 + Math.floor(at / 1000), 0);
      record.writeUInt32LE((at++ % 1000) * 1000, 4);
      record.writeUInt32LE(packet.length, 8);
      record.writeUInt32LE(packet.length, 12);
      parts.push(record, packet);
    }
  }
  return Buffer.concat(parts);
}

function ip(segment: Buffer, protocol: number, fromTester: boolean): Buffer {
  const head = Buffer.alloc(20);
  head[0] = 0x45;
  head.writeUInt16BE(20 + segment.length, 2);
  head[8] = 64;
  head[9] = protocol;
  head.set(fromTester ? [10, 0, 0, 1, 10, 0, 0, 2] : [10, 0, 0, 2, 10, 0, 0, 1], 12);
  return Buffer.concat([head, segment]);
}

function udp([source = 0, target = 0]: readonly number[], payload: Buffer): Buffer {
  const head = Buffer.alloc(8);
  head.writeUInt16BE(source, 0);
  head.writeUInt16BE(target, 2);
  head.writeUInt16BE(8 + payload.length, 4);
  return Buffer.concat([head, payload]);
}

function tcp(
  [source = 0, target = 0]: readonly number[],
  payload: Buffer,
  [sequence = 0, answered = 0]: readonly number[]
): Buffer {
  const head = Buffer.alloc(20);
  head.writeUInt16BE(source, 0);
  head.writeUInt16BE(target, 2);
  head.writeUInt32BE(sequence, 4);
  head.writeUInt32BE(answered, 8);
  head[12] = 0x50;
  // push and acknowledge
  head[13] = 0x18;
  head.writeUInt16BE(65_535, 14);
  return Buffer.concat([head, payload]);
}
