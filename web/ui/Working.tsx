/** The working of a figure, shown on request: the sentence comes first. */
import { Worded } from '../words/Worded';

export function Working({ lines }: { lines: readonly string[] }) {
  return (
    <details>
      <summary className="note">Show the working</summary>
      {lines.map((l) => (
        <p key={l} className="note">
          <Worded text={l} />
        </p>
      ))}
    </details>
  );
}
