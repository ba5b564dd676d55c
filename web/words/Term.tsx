/** A term of the trade that explains itself when it is pointed at or focused. */
import type { ReactNode } from 'react';
import { Popover } from 'antd';
import { DRAWINGS } from './drawings';
import style from './Term.module.css';
import { type TermName, TERMS } from './terms';

export function Explained({ term }: { term: TermName }) {
  return (
    <div className={style.explained}>
      <svg viewBox="0 0 100 62" width="132" height="82" aria-hidden="true">
        {DRAWINGS[term]}
      </svg>
      <p>{TERMS[term]}</p>
    </div>
  );
}

/** @param children  how it is written here; the term itself when nothing is said */
export const Term = ({ of, children }: { of: TermName; children?: ReactNode }) => (
  <Popover trigger={['hover', 'focus']} title={of} content={<Explained term={of} />}>
    <span className={style.term} tabIndex={0} aria-description={TERMS[of]}>
      {children ?? of}
    </span>
  </Popover>
);
