import { formatHex, readUintBe } from '@badger/core/base/bytes';
import { formatCandump, type TimedFrame } from '@badger/core/can/candump';
import type { CanFrame } from '@badger/core/can/frame';
import type { BusErrorKind } from '@badger/core/can/serial-line';
import type { HandshakeEvidence } from '@badger/core/diagnosis/evidence';
import { decodeResponse, nameOfNrc } from '@badger/core/uds/codec';
import { IDENTIFIER_NAMES, SERVICE_NAMES, SERVICES } from '@badger/core/uds/services';
import { ContentMask, headOfContent } from '@badger/core/trace/mask-content';
import type { SpiWords } from '@badger/core/spi/describe-spi';
import type { TraceLine } from '../../trace-types.ts';

/** Frames kept from the start and from the end of an operation; what lies between is counted only. */
const HEAD_FRAMES = 20_000;
const TAIL_FRAMES = 2_000;
/** The same for lines: what went wrong stands at the end. */
const HEAD_LINES = 4_000;
const TAIL_LINES = 1_000;
const HEX_BYTES = 24;

const BUS_ERROR_NOTES: Readonly<Record<BusErrorKind, string>> = {
  ack: 'bus error: nobody acknowledges',
  form: 'bus error: a fixed field is destroyed',
  bit: 'bus error: a bit is not what was sent',
  stuff: 'bus error: bit stuffing is broken',
  crc: 'bus error: the checksum is wrong'
};

/** What went over the wire in one operation. Plain data: it travels between threads. */
export interface Trace {
  readonly lines: TraceLine[];
  readonly candump: string;
  readonly framesTotal: number;
  readonly framesKept: number;
}

/** Records what really went over the wire in one operation. */
export class TraceRecorder {
  readonly #headLines: TraceLine[] = [];
  readonly #tailLines: TraceLine[] = [];
  #linesTotal = 0;
  readonly #head: TimedFrame[] = [];
  readonly #tail: TimedFrame[] = [];
  readonly #startMs: number;
  readonly #epochUs: number;
  readonly #mask = new ContentMask();
  framesTotal = 0;
  /** Frames of the unit itself, and errors of the bus by kind. */
  #heard = 0;
  readonly #errors: Partial<Record<BusErrorKind, number>> = {};

  constructor(nowMs = performance.now(), epochMs = performance.timeOrigin + nowMs) {
    this.#startMs = nowMs;
    this.#epochUs = epochMs * 1000;
  }

  /** A frame as it went; bytes of the memory are not put on record. */
  frame(went: CanFrame): void {
    const frame = this.#mask.take(went);
    this.framesTotal++;
    const atUs = this.#epochUs + Math.round((performance.now() - this.#startMs) * 1000);
    if (this.#head.length < HEAD_FRAMES) this.#head.push({ atUs, frame });
    else this.#tail[(this.framesTotal - HEAD_FRAMES - 1) % TAIL_FRAMES] = { atUs, frame };
  }

  /** A frame of the unit that is spoken to. */
  heard(frame: CanFrame): void {
    this.#heard++;
    this.frame(frame);
  }

  /** The controller tells of errors on the bus. The first of each kind is a line of the record. */
  busError(kinds: readonly BusErrorKind[]): void {
    for (const kind of kinds) {
      if (this.#errors[kind] === undefined) this.note(BUS_ERROR_NOTES[kind]);
      this.#errors[kind] = (this.#errors[kind] ?? 0) + 1;
    }
  }

  /** What the bus showed so far. */
  bus(): NonNullable<HandshakeEvidence['bus']> {
    return { heard: this.#heard, errors: { ...this.#errors } };
  }

  request(payload: Uint8Array): void {
    const sid = payload[0] as number;
    const asked =
      sid === SERVICES.readDataByIdentifier && payload.length === 3
        ? IDENTIFIER_NAMES[readUintBe(payload, 1, 2)]
        : undefined;
    this.#line({
      ...{ direction: 'request', service: nameOf(sid), hex: cut(payload) },
      detail: asked ?? ''
    });
  }

  answer(payload: Uint8Array): void {
    const response = decodeResponse(payload);
    const service = response.type === 'malformed' ? '?' : nameOf(response.sid);
    const detail = response.type === 'negative' ? nameOfNrc(response.nrc) : '';
    this.#line({ direction: 'answer', service, hex: cut(payload), detail });
  }

  /** An operation on a memory chip. */
  chipRequest({ service, about }: SpiWords): void {
    this.#line({ direction: 'request', service, hex: '', detail: about });
  }

  /** Its answer; undefined for content, which is not put on record. */
  chipAnswer({ service, about }: SpiWords, bytes: Uint8Array | undefined): void {
    const detail = bytes ? '' : about;
    this.#line({ direction: 'answer', service, hex: bytes ? cut(bytes) : '', detail });
  }

  note(detail: string): void {
    this.#line({ direction: 'note', service: '', hex: '', detail });
  }

  #line(line: Omit<TraceLine, 'atMs'>): void {
    const whole = { atMs: Math.round(performance.now() - this.#startMs), ...line };
    const no = this.#linesTotal++;
    if (no < HEAD_LINES) this.#headLines.push(whole);
    else this.#tailLines[(no - HEAD_LINES) % TAIL_LINES] = whole;
  }

  /** The first and the last lines, and how many were left out between them. */
  #lines(): TraceLine[] {
    const over = this.#linesTotal - HEAD_LINES - TAIL_LINES;
    const turn = over > 0 ? over % TAIL_LINES : 0;
    const tail = [...this.#tailLines.slice(turn), ...this.#tailLines.slice(0, turn)];
    if (over <= 0) return [...this.#headLines, ...tail];
    const atMs = tail[0]?.atMs ?? 0;
    const gap = {
      direction: 'note',
      service: '',
      hex: '',
      detail: `${over} lines left out`
    } as const;
    return [...this.#headLines, { atMs, ...gap }, ...tail];
  }

  trace(): Trace {
    const tail = this.#tail.toSorted((a, b) => a.atUs - b.atUs);
    return {
      lines: this.#lines(),
      candump: formatCandump([...this.#head, ...tail]),
      framesTotal: this.framesTotal,
      framesKept: this.#head.length + this.#tail.length
    };
  }
}

function nameOf(sid: number): string {
  return SERVICE_NAMES[sid] ?? `0x${sid.toString(16).toUpperCase().padStart(2, '0')}`;
}

function cut(payload: Uint8Array): string {
  const head = headOfContent(payload);
  if (head !== undefined)
    return `${formatHex(payload.subarray(0, head))}… (${payload.length} bytes, content left out)`;
  const hex = formatHex(payload.subarray(0, HEX_BYTES));
  return payload.length > HEX_BYTES ? `${hex}… (${payload.length} bytes)` : hex;
}
