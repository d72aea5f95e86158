#!/usr/bin/env bash
# Runs every check. Ends with 'N passed, N failed' alone on a line. Called by ./badger test, which has installed
# what is needed.   test.sh [quick|slow]   quick leaves the journeys out; slow tries the database cut at every statement and 10 000 spoilt files of each kind only
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
export CI=true FORCE_COLOR=0
mkdir -p test-results .badger
# whoever is stopped stops with all that runs for it: no phase begins after that
trap 'trap - TERM INT; kill -TERM 0; exit 143' TERM INT
rc=0
passed=0
failed=0

looked=.badger/looked
# one check that only looks at the code: a name and a command; its output is kept for when it fails
look() {
  local name=$1 state=FAIL
  shift
  "$@" >"$looked/$name.log" 2>&1 && state=ok
  printf '%s %s %s\n' "$state" "$name" "$SECONDS" >>"$looked/result"
}
# they run beside the tests, on what those leave of the cores: most tests wait for simulated devices
look_at_code() {
  renice -n 19 "$BASHPID" >/dev/null 2>&1
  look format npx prettier --check .
  look types bash -c 'npx tsc -p core && npx tsc -p standins && npx tsc -p . && cd app && npx svelte-check --tsconfig ./tsconfig.json --fail-on-warnings'
  look boundaries npm run --silent boundaries
  look migrations bash -c 'cd app && npx drizzle-kit check && npx drizzle-kit generate --name drift | grep -q "No schema changes"'
  look lint npx eslint .
}
tell_looks() {
  wait "$looking"
  local state name seconds
  while read -r state name seconds; do
    if [ "$state" = ok ]; then
      passed=$((passed + 1))
      printf 'ok    %s (%ss)\n' "$name" "$seconds"
    else
      failed=$((failed + 1))
      rc=1
      printf 'FAIL  %s\n' "$name"
      tail -60 "$looked/$name.log"
    fi
  done <"$looked/result"
  # one that was killed has told nothing
  local told
  told=$(wc -l <"$looked/result")
  if [ "$told" -ne 5 ]; then
    failed=$((failed + 5 - told))
    rc=1
    printf 'FAIL  %s of 5 checks of the code came to no end\n' "$((5 - told))"
  fi
}

if [ "${1:-}" = slow ]; then
  FAULT_STEP=1 FUZZ_CASES=10000 PLANT_SEEDS=40 CAMPAIGN_CASES=2600 WRITE_CASES=500 WRITE_KILLS=40 npm test -- --reporter=default tests/recovery tests/killed-writes tests/database-cut tests/format-fuzz tests/find-sums-oracle tests/campaign
  exit $?
fi

rm -rf "$looked"
mkdir -p "$looked"
: >"$looked/result"
npm run --silent sync -w app >/dev/null 2>&1
look_at_code &
looking=$!

rm -f vitest-unit.json vitest.json test-results/e2e.json test-results/hours.json
printf '==    unit tests\n'
npm test -- --project core --project standins --project app --testTimeout 30000 --reporter=default --reporter=json --outputFile="$PWD/vitest-unit.json" || rc=1
printf '==    database, socket and fault tests\n'
npm test -- --project bench --reporter=default --reporter=json --outputFile="$PWD/vitest.json" || rc=1
if [ "${1:-}" != quick ]; then
  # houses at other hours have addresses of their own: they are walked through beside the long line of journeys
  printf '==    journeys in Chromium\n'
  npx playwright test --config playwright.hours.config.ts >"$looked/hours.log" 2>&1 &
  hours=$!
  npx playwright test || rc=1
  wait "$hours" || rc=1
  printf '==    journeys at other hours\n'
  cat "$looked/hours.log"
fi
printf '==    the code itself\n'
tell_looks

node --input-type=module - "$passed" "$failed" "${1:-}" <<'JS' || rc=1
import { readFileSync } from 'node:fs';
const read = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
};
const [, , passedChecks, failedChecks, mode] = process.argv;
const units = [read('vitest-unit.json'), read('vitest.json')];
const journeys = [read('test-results/e2e.json'), read('test-results/hours.json')];
const skipE2e = mode === 'quick';
let passed = Number(passedChecks) + units.reduce((n, u) => n + (u?.numPassedTests ?? 0), 0) + journeys.reduce((n, j) => n + (j?.stats.expected ?? 0), 0);
let failed = Number(failedChecks);
for (const unit of units) {
  failed += unit?.numFailedTests ?? 1;
  failed += unit?.testResults?.filter((r) => r.status === 'failed' && r.assertionResults.length === 0).length ?? 0;
}
if (!skipE2e) {
  for (const j of journeys) failed += j ? j.stats.unexpected + j.stats.flaky : 1;
}
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
JS
exit $rc
