/** Lines of text in and out of a socket; a connection that breaks, or never ends a line, is let go. */
import type { Socket } from 'node:net';
import { createInterface } from 'node:readline';

/**
 * @param say      answers a line, or nothing
 * @param longest  bytes without the end of a line that are waited for
 */
export function converse(
  socket: Socket,
  say: (line: string) => string | undefined,
  longest: number,
): void {
  let waiting = 0;
  socket.on('error', () => socket.destroy());
  socket.on('data', (d: Buffer) => {
    waiting = d.includes(10) ? 0 : waiting + d.length;
    if (waiting > longest) socket.destroy();
  });
  createInterface({ input: socket })
    .on('line', (line) => {
      const answer = say(line);
      if (answer !== undefined) socket.write(`${answer}\n`);
    })
    // A connection that breaks passes its error on to the reader of lines as well.
    .on('error', () => socket.destroy());
}
