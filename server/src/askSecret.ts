import { createInterface } from 'node:readline';
import { Writable } from 'node:stream';

/** Asks for something at the terminal that is not shown as it is typed; where nobody sits there, the first line that is sent in. */
export async function askSecret(question: string): Promise<string> {
  const silent = new Writable({ write: (_chunk, _encoding, done) => done() });
  const isTyped = process.stdin.isTTY;
  if (isTyped) process.stdout.write(question);
  const lines = createInterface({ input: process.stdin, output: silent, terminal: isTyped });
  try {
    return await new Promise<string>((resolve) => {
      lines.once('line', resolve);
      lines.once('close', () => resolve(''));
    });
  } finally {
    lines.close();
    if (isTyped) process.stdout.write('\n');
  }
}
