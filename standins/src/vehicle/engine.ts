/** What comes of turning the key: it runs, it dies within seconds (the immobiliser), or it only cranks. */
export type StartsHow = 'runs' | 'dies' | 'cranks';

export type Ignition = 'off' | 'on' | 'running';

/** Speeds. Units: 1/min. Source: common practice. */
const RPM = { cranking: 220, idle: 800 };
/** How long the starter turns it before it runs, and where it never does; how long it runs where the immobiliser stops it. Units: ms of real life. */
const TIMES_MS = { crank: 1_200, crankInVain: 4_000, runsBeforeDying: 2_500 };
/** Oil. Units: degC, degC for a minute. */
const OIL = { coldC: 12, warmC: 84, warmsPerMinute: 6, coolsPerMinute: 0.5 };

/** The engine of a vehicle, and its key: how fast it turns, and how warm its oil is. `nowMs`: real life. */
export class Engine {
  readonly #now: () => number;
  #ignition: Ignition = 'off';
  #turnedMs: number;
  #how: StartsHow = 'runs';
  #starting = false;
  #oilC = OIL.coldC;
  #oilMs: number;

  constructor(nowMs: () => number) {
    this.#now = nowMs;
    this.#turnedMs = this.#oilMs = nowMs();
  }

  get ignition(): Ignition {
    this.#settle();
    return this.#ignition;
  }

  /** Where it only cranks the ignition stays on, and the starter turns for a while. */
  turn(wanted: Ignition, how: StartsHow): void {
    this.#settle();
    // a key that is where it is wanted is not turned
    if (wanted === 'running' && this.#ignition === 'running') return;
    this.#ignition = wanted === 'running' && how === 'cranks' ? 'on' : wanted;
    this.#starting = wanted === 'running';
    this.#how = how;
    this.#turnedMs = this.#now();
  }

  get rpm(): number {
    this.#settle();
    if (!this.#starting) return 0;
    const sinceMs = this.#now() - this.#turnedMs;
    return sinceMs < TIMES_MS.crank || this.#how === 'cranks' ? RPM.cranking : RPM.idle;
  }

  /** Units: degC. */
  get oilC(): number {
    this.#settle();
    return this.#oilC;
  }

  #settle(): void {
    const sinceMs = this.#now() - this.#turnedMs;
    const runsMs = this.#how === 'dies' ? TIMES_MS.crank + TIMES_MS.runsBeforeDying : Infinity;
    const endMs = this.#how === 'cranks' ? TIMES_MS.crankInVain : runsMs;
    const ran = this.#starting && this.#how !== 'cranks';
    this.#warm(ran ? Math.min(this.#now(), this.#turnedMs + endMs) : undefined);
    if (!this.#starting || sinceMs < endMs) return;
    this.#starting = false;
    if (this.#ignition === 'running') this.#ignition = 'on';
  }

  /** `untilMs`: it ran until then; undefined: it stood. */
  #warm(untilMs: number | undefined): void {
    const now = this.#now();
    const minutes = (now - this.#oilMs) / 60_000;
    const ranMinutes = Math.max(0, ((untilMs ?? this.#oilMs) - this.#oilMs) / 60_000);
    this.#oilMs = now;
    const warmed = Math.min(OIL.warmC, this.#oilC + OIL.warmsPerMinute * ranMinutes);
    this.#oilC = Math.max(OIL.coldC, warmed - OIL.coolsPerMinute * (minutes - ranMinutes));
  }
}
