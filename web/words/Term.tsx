/** A term of the trade that explains itself when it is pointed at or focused. */
import type { ReactNode } from 'react';
import { Popover } from 'antd';
import style from './Term.module.css';
import { type TermName, TERMS } from './terms';

/** Both halves of a closed shell in section, from the side. */
const halves = (
  <path className={style.shell} d="M6 30V10q0-4 4-4h80q4 0 4 4v20M6 34v16q0 4 4 4h80q4 0 4-4V34" />
);
const DRAWINGS: Partial<Readonly<Record<TermName, ReactNode>>> = {
  'parting line': (
    <>
      {halves}
      <path className={style.mark} d="M0 32h100" />
    </>
  ),
  boss: (
    <>
      {halves}
      <path className={style.shell} d="M26 54V36h8v18M66 54V36h8v18" />
      <circle className={style.ring} cx="30" cy="36" r="9" />
    </>
  ),
  datum: (
    <>
      <path className={style.shell} d="M10 8h80v46H10z" />
      <path className={style.mark} d="M10 0v62" />
      <path className={style.size} d="M10 30h42M14 27l-4 3 4 3M48 27l4 3-4 3" />
      <circle className={style.part} cx="58" cy="30" r="6" />
    </>
  ),
  headroom: (
    <>
      {halves}
      <path className={style.part} d="M22 42h34v12H22z" />
      <path className={style.size} d="M39 41V8M36 12l3-4 3 4M36 37l3 4 3-4" />
    </>
  ),
  tide: (
    <>
      {halves}
      <path className={style.part} d="M24 6h28v18H24z" />
      <path className={style.mark} d="M6 24h88" />
    </>
  ),
  web: (
    <>
      <path className={style.shell} d="M4 10h92v42H4z" />
      <circle className={style.hole} cx="33" cy="31" r="14" />
      <circle className={style.hole} cx="68" cy="31" r="14" />
      <path className={style.size} d="M47 31h7" />
      <circle className={style.ring} cx="50.5" cy="31" r="9" />
    </>
  ),
  lip: (
    <>
      <path className={style.shell} d="M30 4v24h10v8M44 60V36h-8V24" />
      <circle className={style.ring} cx="38" cy="31" r="11" />
    </>
  ),
  recess: (
    <>
      <path className={style.shell} d="M60 4v18M60 40v18" />
      <path className={style.part} d="M14 24h32v14H14z" />
      <path className={style.size} d="M46 48h14M50 45l-4 3 4 3M56 45l4 3-4 3" />
    </>
  ),
  'service loop': (
    <>
      <path className={style.shell} d="M4 40h40v14H4zM56 40h40v14H56z" />
      <path className={style.size} d="M30 46C34 8 66 8 70 46" />
    </>
  ),
  'dead zone': (
    <>
      <circle className={style.shell} cx="50" cy="31" r="26" />
      <circle className={style.part} cx="50" cy="31" r="8" />
    </>
  ),
};

export function Explained({ term }: { term: TermName }) {
  const drawing = DRAWINGS[term];
  return (
    <div className={style.explained}>
      {drawing && (
        <svg viewBox="0 0 100 62" width="132" height="82" aria-hidden="true">
          {drawing}
        </svg>
      )}
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
