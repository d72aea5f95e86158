import { kindOf } from '../base/problem-kind.ts';
import { readUintBe } from '../base/bytes.ts';
import type { Problem, Result } from '../base/result.ts';
import type { Clock } from '../port/clock.ts';
import {
  LOAD_CHANNEL,
  MOST_CHANNELS,
  SOURCE_CHANNEL,
  type BreakoutPort
} from '../port/breakout.ts';
import type { DiagnosticLink, StopSignal } from '../port/diagnostic-link.ts';
import type { SupplySample } from '../port/supply.ts';
import type { ExerciseInput, ExerciseOutput, ExerciseSpec, SelfTest } from '../profile/profile.ts';
import {
  encodeDriveOutput,
  encodeReadDid,
  encodeReleaseOutput,
  encodeRoutineResults,
  encodeSession,
  encodeStartRoutine
} from '../uds/codec.ts';
import { judgeInput, type InputStep } from './judge-input.ts';
import { judgeOutput, type OutputPhases } from './judge-output.ts';
import { decodeLiveValue, pointsOf } from './live-value.ts';
import { decodeSelfTest, judgeSelfTest } from './self-test.ts';
import { finding, type StageFinding } from './stage-finding.ts';

/** What exercising a unit needs around it. */
export interface ExerciseBench {
  readonly link: DiagnosticLink;
  readonly box: Pick<BreakoutPort, 'apply' | 'switchLoad' | 'measureLoad'>;
  /** A reading of the supply that is taken after it is asked for; undefined when it does not answer. */
  readonly measure: () => Promise<SupplySample | undefined>;
  readonly clock: Clock;
  readonly stop: StopSignal;
  /** What is looked at now, and what was found until then. */
  readonly onProgress: (name: string, findings: readonly StageFinding[]) => void;
}

export interface ExerciseRun {
  readonly findings: readonly StageFinding[];
  /** Why it ended early. */
  readonly brokenOff: Problem | undefined;
  /** Every output was given back and everything of the box taken away, as far as unit and box confirmed it. */
  readonly released: boolean;
}

const SETTLE_MS = 120;
const SAMPLES = 5;
const POLL_MS = 250;
/** Beyond the time that the profile says. Units: ms. */
const TEST_SLACK_MS = 5000;

/**
 * Exercises a loose unit: simulates its sensors and reads what it tells, drives its stages and looks at the current, has it
 * test itself. `wanted` names inputs and outputs by id, and `self-test`. Whatever happens, outputs are given back and box
 * channels taken away at the end of each look, and the session is ended. A line that is gone ends it; what was found until then stays.
 */
export async function runExercise(
  spec: ExerciseSpec,
  wanted: ReadonlySet<string>,
  bench: ExerciseBench
): Promise<ExerciseRun> {
  const run = new Run(bench);
  await run.clearBox();
  const opened = await bench.link.exchange(encodeSession(3), { repeatable: true });
  if (!opened.ok) return { findings: [], brokenOff: opened.problem, released: true };
  const looks: (readonly [string, string, () => Promise<StageFinding[]>])[] = [
    ...spec.inputs.map(
      (input, i) => [input.id, input.name, async () => [await run.input(input, i)]] as const
    ),
    ...spec.outputs.map(
      (output, i) => [output.id, output.name, async () => [await run.output(output, i)]] as const
    )
  ];
  const { selfTest } = spec;
  if (selfTest)
    looks.push(['self-test', 'Self-test', () => run.selfTest(selfTest, spec.outputs.length)]);
  for (const [id, name, look] of looks) {
    if (!wanted.has(id)) continue;
    if (bench.stop.stopped) run.brokenOff ??= { code: 'exercise.run.stopped', params: {} };
    if (run.brokenOff) break;
    bench.onProgress(name, run.findings);
    run.findings.push(...(await look()));
  }
  await run.leave();
  const { findings, brokenOff, released } = run;
  return { findings, brokenOff, released };
}

type Stage = Parameters<typeof finding>[0];

class Run {
  readonly findings: StageFinding[] = [];
  brokenOff: Problem | undefined;
  released = true;
  readonly #bench: ExerciseBench;

  constructor(bench: ExerciseBench) {
    this.#bench = bench;
  }

  /** What was left on the pins, by a run that was cut off, is taken away. A box that has fewer channels refuses the rest. */
  async clearBox(): Promise<void> {
    const { box } = this.#bench;
    for (let i = 0; i < MOST_CHANNELS; i++) {
      await box.switchLoad(LOAD_CHANNEL + i, false);
      await box.apply(SOURCE_CHANNEL + i, undefined);
    }
  }

  /** Ends the session: with it ends whatever the unit still drives or tests. Source: ISO 14229-1, from memory. */
  async leave(): Promise<void> {
    this.#note(await this.#bench.link.exchange(encodeSession(1), { repeatable: true }));
  }

  async input(input: ExerciseInput, index: number): Promise<StageFinding> {
    const { box, clock } = this.#bench;
    const channel = SOURCE_CHANNEL + index;
    const steps: InputStep[] = [];
    const stage = { stage: input.id, name: input.name, by: 'input' } as const;
    let failed: StageFinding | undefined;
    for (const applied of pointsOf(input)) {
      const set = await box.apply(channel, { signal: input.signal, value: applied });
      if (!set.ok) failed = this.#boxFailed(stage, set.problem);
      if (!set.ok) break;
      await clock.sleep(SETTLE_MS);
      const data = await this.#ask(encodeReadDid(input.did), true);
      if (!data.ok) failed = this.#unknown(stage, data.problem);
      steps.push({ applied, told: data.ok ? decodeLiveValue(input, data.value) : undefined });
      if (failed) break;
    }
    this.#note(await box.apply(channel, undefined));
    return failed ?? judgeInput(input, steps);
  }

  async output(output: ExerciseOutput, index: number): Promise<StageFinding> {
    const { box } = this.#bench;
    const channel = LOAD_CHANNEL + index;
    const stage = { stage: output.id, name: output.name, by: 'output' } as const;
    const loadOhm = await box.measureLoad(channel);
    const open = await this.#samples();
    const on = await box.switchLoad(channel, true);
    if (!on.ok) {
      this.#note(await box.switchLoad(channel, false));
      return this.#boxFailed(stage, on.problem);
    }
    const resting = await this.#samples();
    const driving = await this.#ask(encodeDriveOutput(output.did));
    const driven = driving.ok ? await this.#samples() : [];
    // also where the order was not confirmed: it may have come through
    const back = await this.#ask(encodeReleaseOutput(output.did), true);
    if (driving.ok || kindOf(driving.problem) !== 'refused') this.#note(back);
    const released = driving.ok ? await this.#samples() : [];
    this.#note(await box.switchLoad(channel, false));
    const phases: OutputPhases = { open, resting, driven, released, loadOhm };
    if (!driving.ok) return this.#unknown(stage, driving.problem);
    // one that did not answer any more may have fallen out meanwhile
    return back.ok ? judgeOutput(output, phases) : this.#unknown(stage, back.problem);
  }

  /** All loads lie on their pins meanwhile: a stage without one cannot be tested. */
  async selfTest(test: SelfTest, loads: number): Promise<StageFinding[]> {
    const { box } = this.#bench;
    const channels = Array.from({ length: loads }, (_, i) => LOAD_CHANNEL + i);
    for (const channel of channels) await box.switchLoad(channel, true);
    const answer = await this.#runTest(test);
    for (const channel of channels) this.#note(await box.switchLoad(channel, false));
    return answer.ok
      ? judgeSelfTest(test, answer.value)
      : test.stages.map(({ id, name }) =>
          this.#unknown({ stage: id, name, by: 'self-test' }, answer.problem)
        );
  }

  async #runTest({ routine, seconds, stages }: SelfTest) {
    const { clock, stop } = this.#bench;
    const begun = await this.#ask(encodeStartRoutine(routine, new Uint8Array(0)));
    if (!begun.ok) return begun;
    const until = clock.nowMs() + seconds * 1000 + TEST_SLACK_MS;
    while (clock.nowMs() < until && !stop.stopped) {
      await clock.sleep(POLL_MS);
      const data = await this.#ask(encodeRoutineResults(routine), true);
      if (!data.ok) return data;
      const [head, rest] = [data.value.subarray(0, 3), data.value.subarray(3)];
      const mine = head.length === 3 && head[0] === 0x03 && readUintBe(head, 1, 2) === routine;
      const answer = mine ? decodeSelfTest(rest, stages.length) : undefined;
      if (answer?.state !== 'running') return { ok: true, value: answer } as const;
    }
    return { ok: true, value: undefined } as const;
  }

  async #samples(): Promise<(SupplySample | undefined)[]> {
    await this.#bench.clock.sleep(SETTLE_MS);
    const list: (SupplySample | undefined)[] = [];
    for (let i = 0; i < SAMPLES; i++) list.push(await this.#bench.measure());
    return list;
  }

  /** Asks the unit; a line that is gone ends the whole. */
  async #ask(request: Uint8Array, repeatable = false): Promise<Result<Uint8Array>> {
    const answer = await this.#bench.link.exchange(request, { repeatable });
    const gone = !answer.ok && ['line', 'silent', 'broken-off'].includes(kindOf(answer.problem));
    if (gone) this.brokenOff ??= answer.problem;
    return answer;
  }

  #note(done: Result<unknown>): void {
    if (!done.ok) this.released = false;
  }

  /** The box did not do what it was told; one that is gone ends the whole. */
  #boxFailed(stage: Stage, problem: Problem): StageFinding {
    if (kindOf(problem) === 'line') this.brokenOff ??= problem;
    return finding(stage, 'unknown', 'exercise.box.refused');
  }

  #unknown(stage: Stage, problem: Problem): StageFinding {
    if (kindOf(problem) === 'refused')
      return finding(stage, 'unknown', 'exercise.unit.refused', {
        nrc: String(problem.params?.['nrc'] ?? '')
      });
    return finding(stage, 'unknown', 'exercise.unit.silent');
  }
}
