import type { DiagnosticLink } from '@badger/core/port/diagnostic-link';
import { encodeTesterPresent } from '@badger/core/uds/codec';

/** A unit falls back into its default session after 5 s of silence; the tester says something every 2 s. Source: ISO 14229-2, S3 server and client, from memory. */
const AWAKE_MS = 2000;

/** A link that keeps the unit's session while nobody has anything to say. */
export interface AwakeLink extends DiagnosticLink {
  /** From here on the session is kept. */
  begin(): void;
  end(): void;
}

/** One request in the air at a time: what is asked while the unit is being kept awake waits for that answer. */
export function keepAwake(link: DiagnosticLink, awakeMs = AWAKE_MS): AwakeLink {
  let timer: NodeJS.Timeout | undefined;
  let kept = false;
  let inTheAir: Promise<unknown> = Promise.resolve();
  const rest = () => {
    clearTimeout(timer);
    if (!kept) return;
    timer = setTimeout(() => {
      // its answer changes nothing: a unit that does not answer is noticed by the next request
      inTheAir = link.exchange(encodeTesterPresent(), { repeatable: true }).finally(rest);
    }, awakeMs);
  };
  return {
    async exchange(request, options) {
      clearTimeout(timer);
      await inTheAir;
      clearTimeout(timer);
      const answer = await link.exchange(request, options);
      rest();
      return answer;
    },
    begin() {
      kept = true;
      rest();
    },
    end() {
      kept = false;
      clearTimeout(timer);
    }
  };
}
