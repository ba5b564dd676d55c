/** A sentence in which the terms of the trade explain themselves, each where it stands first. */
import { Fragment } from 'react';
import { Term } from './Term';
import { piecesOf } from './terms';

export const Worded = ({ text }: { text: string }) =>
  piecesOf(text).map(({ text: said, term }, i) =>
    term ? (
      <Term key={i} of={term}>
        {said}
      </Term>
    ) : (
      <Fragment key={i}>{said}</Fragment>
    ),
  );
