#!/usr/bin/env bash
# Runs every check. Ends with 'N passed, N failed' alone on a line. Called by ./badger test, which has installed
# what is needed.   test.sh [quick|slow]   quick leaves the journeys out; slow tries the database cut at every statement and 10 000 spoilt files of each kind only
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
export CI=true FORCE_COLOR=0
mkdir -p test-results .badger
rc=0
passed=0
failed=0

# one check: a name and a command; its output is shown only when it fails
check() {
  local name=$1 log=.badger/check.log
  shift
  if "$@" >"$log" 2>&1; then
    passed=$((passed + 1))
    printf 'ok    %s (%ss)\n' "$name" "$SECONDS"
  else
    failed=$((failed + 1))
    rc=1
    printf 'FAIL  %s\n' "$name"
    tail -60 "$log"
  fi
}

if [ "${1:-}" = slow ]; then
  FAULT_STEP=1 FUZZ_CASES=10000 PLANT_SEEDS=40 CAMPAIGN_CASES=2600 WRITE_CASES=500 WRITE_KILLS=40 npm test -- --reporter=default tests/recovery tests/killed-writes tests/database-cut tests/format-fuzz tests/find-sums-oracle tests/campaign
  exit $?
fi

check format npx prettier --check .
# two cores: lint works while the types are checked
npx eslint . >.badger/lint.log 2>&1 &
lint=$!
lint_done() {
  wait "$lint"
  local code=$?
  cat .badger/lint.log
  return "$code"
}
check types npm run --silent types
check boundaries npm run --silent boundaries
check migrations bash -c 'cd app && npx drizzle-kit check && npx drizzle-kit generate --name drift | grep -q "No schema changes"'

rm -f vitest-unit.json vitest.json test-results/e2e.json test-results/hours.json
printf '==    unit tests\n'
# one core is still at lint
npm test -- --project core --project standins --project app --maxWorkers 1 --testTimeout 30000 --reporter=default --reporter=json --outputFile="$PWD/vitest-unit.json" || rc=1
check lint lint_done
printf '==    database, socket and fault tests\n'
npm test -- --project bench --reporter=default --reporter=json --outputFile="$PWD/vitest.json" || rc=1
if [ "${1:-}" != quick ]; then
  printf '==    journeys in Chromium\n'
  npx playwright test || rc=1
  printf '==    journeys at other hours\n'
  npx playwright test --config playwright.hours.config.ts || rc=1
fi

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
