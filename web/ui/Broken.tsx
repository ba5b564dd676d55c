/** What stands in place of a blank screen. */
import { Link, useRouteError } from 'react-router';

export function Broken() {
  const e = useRouteError();
  const sentence = e instanceof Error ? e.message : 'There is no such page.';
  return (
    <main className="home">
      <h1>This view could not be drawn</h1>
      <p>{sentence}</p>
      <p className="note">
        Your edits are kept in this browser and saved when the build opens again.
      </p>
      <p>
        <Link to="/">Back to the builds</Link>
      </p>
    </main>
  );
}
