// What every row of the bench needs: two things timed turn by turn, and the line that is printed.

export const median = (list: number[]) =>
  list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)] as number;

/** Median milliseconds of both, taken turn by turn so that a busy machine disturbs them alike. */
export async function race(
  rounds: number,
  ours: () => unknown,
  theirs: () => unknown
): Promise<[number, number]> {
  const times: [number[], number[]] = [[], []];
  for (let i = 0; i < rounds; i++) {
    for (const [k, run] of [ours, theirs].entries()) {
      const start = performance.now();
      await run();
      times[k as 0 | 1].push(performance.now() - start);
    }
  }
  return [median(times[0]), median(times[1])];
}

export function report(
  what: string,
  ratio: number,
  { aim, ok, detail = '' }: { aim: string; ok: boolean; detail?: string }
) {
  console.log(
    `${ok ? 'ok  ' : 'MISS'}  ${what.padEnd(58)} ${ratio.toFixed(2).padStart(7)}   aim ${aim}   ${detail}`
  );
}
