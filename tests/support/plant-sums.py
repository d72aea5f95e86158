# Plants checksums into images of a family, by Debian's python3-crccheck and plain sums of its own: shares no line with the finder.
# usage: plant-sums.py SEED LENGTH IMAGES PREFIX   prints a list of what stands where, writes PREFIX0, PREFIX1, ...
import json, random, sys
import crccheck.crc as crcs

seed, length, count, prefix = int(sys.argv[1]), int(sys.argv[2]), int(sys.argv[3]), sys.argv[4]
rnd = random.Random(seed)
images = [bytearray(rnd.randbytes(length)) for _ in range(count)]
WIDE = [c for c in crcs.ALLCRCCLASSES if 16 <= c._width <= 32]

def word_sum(data, size, order, bits):
    return sum(int.from_bytes(data[i:i + size], order) for i in range(0, len(data), size)) % (1 << bits)

SUMS = {
    'SUM-16': (16, 1, lambda d: word_sum(d, 1, 'big', 16)),
    'SUM-32': (32, 1, lambda d: word_sum(d, 1, 'big', 32)),
    'SUM-16-LE': (16, 2, lambda d: word_sum(d, 2, 'little', 16)),
    'SUM-32-BE': (32, 4, lambda d: word_sum(d, 4, 'big', 32)),
    'XOR-8': (8, 1, lambda d: __import__('functools').reduce(lambda a, b: a ^ b, d, 0)),
}

planted = []
at = rnd.randrange(64)
# each in a part of its own, so that none spoils another
while True:
    room = length // 8
    start = at + rnd.randrange(1 + room // 4)
    if rnd.random() < 0.7:
        cls = rnd.choice(WIDE)
        name, bits, word, calc = cls._names[0], cls._width, 1, cls.calc
    else:
        name = rnd.choice(list(SUMS))
        bits, word, calc = SUMS[name]
    size = (bits + 7) // 8
    covered = word * rnd.randrange(16, room // word)
    end = start + covered
    order = rnd.choice(['big', 'little'])
    if end + size > length:
        break
    for image in images:
        image[end:end + size] = calc(bytes(image[start:end])).to_bytes(size, order)
    planted.append({'algorithm': name, 'bits': bits, 'start': start, 'end': end, 'storedAt': end, 'byteOrder': order})
    at = end + size
for i, image in enumerate(images):
    with open(f'{prefix}{i}', 'wb') as f:
        f.write(image)
print(json.dumps(planted))
