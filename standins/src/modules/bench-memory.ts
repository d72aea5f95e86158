import { concatBytes } from '@badger/core/base/bytes';
import type { Fault } from '@badger/core/faults/fault';
import { encodeFaultReport } from '@badger/core/uds/faults';
import { NRC } from '@badger/core/uds/services';
import type { Answer } from '../interface-box/bus-unit.ts';

/** Fault memory of a loose unit: 19 02 only, the list as written in its spec (`P0201-13/2F`). */
export function answerFaults(request: Uint8Array, list: readonly string[]): Answer {
  const refuse = (nrc: number): Answer => ({
    payload: Uint8Array.of(0x7f, 0x19, nrc),
    workMs: 0
  });
  if (request[1] !== 0x02) return refuse(NRC.subFunctionNotSupported);
  if (request.length !== 3) return refuse(NRC.incorrectLength);
  const mask = request[2] as number;
  const faults = list.map(parse).filter((f) => ((f.status ?? 0) & mask) !== 0);
  const data = encodeFaultReport({ availableMask: 0xff, faults });
  return { payload: concatBytes([Uint8Array.of(0x59), data]), workMs: 60 };
}

function parse(text: string): Fault {
  const [code = '', type = '', status = ''] = text.split(/[-/]/);
  return { code, failureType: Number.parseInt(type, 16), status: Number.parseInt(status, 16) };
}
