/** What repeated reads can and cannot say, as chances. */

/** Chance of at least `least` of `n` independent events of chance `p`. Source: binomial distribution. */
export function binomialTail(n: number, least: number, p: number): number {
  if (p <= 0) return least <= 0 ? 1 : 0;
  if (p >= 1) return least <= n ? 1 : 0;
  let sum = 0;
  for (let k = Math.max(0, least); k <= n; k++)
    sum += Math.exp(lnChoose(n, k) + k * Math.log(p) + (n - k) * Math.log1p(-p));
  return Math.min(1, sum);
}

/** Chance that a majority of `n` (odd) reads of a byte is wrong when each is wrong with chance `p`. Source: Lyons and Vanderkulk, IBM J. R&D 6 (1962). */
export const majorityWrong = (n: number, p: number): number =>
  binomialTail(n, Math.floor(n / 2) + 1, p);

/** Two-sided 95 % interval of a share seen as `x` of `n`. Source: Wilson score interval, Newcombe, Statistics in Medicine 17 (1998), method 3. */
export function wilson95(x: number, n: number): readonly [lower: number, upper: number] {
  if (n === 0) return [0, 1];
  const z = 1.959963984540054;
  const p = x / n;
  const middle = p + (z * z) / (2 * n);
  const half = z * Math.sqrt((p * (1 - p)) / n + (z * z) / (4 * n * n));
  const scale = 1 + (z * z) / n;
  return [Math.max(0, (middle - half) / scale), Math.min(1, (middle + half) / scale)];
}

/** With no event in `n` trials the chance of one is below this with 95 % certainty. Source: Hanley and Lippman-Hand, JAMA 249 (1983). */
export const upperOfNone95 = (n: number): number => 1 - 0.05 ** (1 / n);

/** Chance that two reads are wrong in one byte and say the same, all wrong values alike. */
export const sameWrong = (p: number): number => (p * p) / 255;

/** Chance that two reads of `bytes` agree throughout and are wrong somewhere. */
export function agreeButWrong(bytes: number, p: number): number {
  const right = (1 - p) ** 2;
  const agree = right + sameWrong(p);
  return agree ** bytes - right ** bytes;
}

/** ∫ of f^k (1-f)^(n-k) over 0 to 1: how well k of n says a share that nobody knows. Source: beta function. */
export const betaOf = (k: number, n: number): number => Math.exp(-Math.log(n + 1) - lnChoose(n, k));

function lnChoose(n: number, k: number): number {
  let sum = 0;
  for (let i = 1; i <= Math.min(k, n - k); i++) sum += Math.log((n - Math.min(k, n - k) + i) / i);
  return sum;
}
