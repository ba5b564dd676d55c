/** What stands in place of a blank screen. */
import { Button } from 'antd';
import { Link, useRouteError } from 'react-router';

/** A part of the program that could not be fetched, as browsers and the bundler say it. */
const NOT_FETCHED = /dynamically imported module|preload CSS|Importing a module/i;

function sentenceOf(e: unknown): string {
  if (!(e instanceof Error)) return 'There is no such page.';
  if (NOT_FETCHED.test(e.message)) {
    return 'This part of the program could not be fetched: the server does not answer, or was renewed since. Reload once it is there.';
  }
  return e.message;
}

export function Broken() {
  const e = useRouteError();
  return (
    <main className="home">
      <h1>This view could not be drawn</h1>
      <p>{sentenceOf(e)}</p>
      <p className="note">
        Your edits are kept in this browser and saved when the build opens again.
      </p>
      <p className="row">
        {e instanceof Error && (
          <Button type="primary" onClick={() => window.location.reload()}>
            Reload
          </Button>
        )}
        <Link to="/">Back to the builds</Link>
      </p>
    </main>
  );
}
