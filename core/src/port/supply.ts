import type { Result } from '../base/result.ts';

/** Reading of a supply. Units: mV, mA. */
export interface SupplySample {
  readonly measuredMv: number;
  readonly measuredMa: number;
  readonly on: boolean;
  readonly setMv: number;
  readonly limitMa: number;
}

/** What is to change; what is left out stays as it is. Units: mV, mA. */
export interface SupplySettings {
  readonly voltageMv?: number;
  readonly limitMa?: number;
  readonly on?: boolean;
}

/** A bench supply, whatever dialect it speaks. */
export interface SupplyPort {
  /** Who it says it is; empty until it has answered. */
  readonly idn: string;
  /** Undefined while it does not answer, or answers with what is no reading. */
  readonly latest: SupplySample | undefined;
  /**
   * Sets voltage, limit and output, and tells what the supply measures then.
   * Errors: `supply.link.absent`, `supply.command.refused` with the supply's own number and text.
   */
  apply(settings: SupplySettings): Promise<Result<SupplySample>>;
  close(): void;
}

/** How a supply on a line of text is spoken to: everything that differs between makes. */
export interface SupplyDialect {
  /** Asks who it is. */
  readonly who: string;
  /** Questions of one reading, each a line of its own with one line as its answer. */
  readonly poll: readonly string[];
  /** The answers to {@link poll}; undefined when they are no reading. */
  parsePoll(answers: readonly string[]): SupplySample | undefined;
  /**
   * Steps that set what is to change, each in lines of which only the last is a question: it asks whether the supply took it
   * all. Off goes before everything; on is a step of its own at the end, for what could not be set is not switched on.
   */
  change(settings: SupplySettings, before: SupplySample): readonly (readonly string[])[];
  /** The answer to that question; number 0 means taken, undefined that it made no sense. */
  parseTaken(answer: string): { readonly number: number; readonly text: string } | undefined;
}
