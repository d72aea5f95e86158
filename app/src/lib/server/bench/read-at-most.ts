/** Text of a response; a body that is longer is given up and reads as nothing. */
export async function readAtMost(response: Response, mostBytes: number): Promise<string> {
  const chunks: Uint8Array[] = [];
  let length = 0;
  for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
    length += chunk.length;
    if (length > mostBytes) return '';
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString('utf8');
}
