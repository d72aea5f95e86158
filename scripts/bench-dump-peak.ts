// Opens an image of so many bytes as a file of its own and looks at it; prints its peak memory in sizes of the image. Run by the bench.
import { loadImage } from '../core/src/format/load-image.ts';
import { inspectContent } from '../core/src/survey/inspect-content.ts';

const length = Number(process.argv[2]);
const warm = loadImage(Uint8Array.of(1, 2, 3));
if (warm.ok) inspectContent(warm.value.image);
// what is in use now; the loader of this script needed more for a moment
const before = process.memoryUsage().rss / 1024;
const bytes = new Uint8Array(length);
for (let i = 0; i < length; i++) bytes[i] = Math.imul(i, 0x9e3779b1) >>> 24;
const loaded = loadImage(bytes);
if (!loaded.ok) throw new Error(loaded.problem.code);
inspectContent(loaded.value.image);
console.log((((process.resourceUsage().maxRSS - before) * 1024) / length).toFixed(2));
