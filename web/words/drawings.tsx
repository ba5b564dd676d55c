/** A small drawing for every term of the trade. */
import type { ReactNode } from 'react';
import style from './Term.module.css';
import type { TermName } from './terms';

/** Both halves of a closed shell in section, from the side. */
const halves = (
  <path className={style.shell} d="M6 30V10q0-4 4-4h80q4 0 4 4v20M6 34v16q0 4 4 4h80q4 0 4-4V34" />
);
/** One for each term: 100 × 62, the thing meant in its place. */
export const DRAWINGS: Readonly<Record<TermName, ReactNode>> = {
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
  rib: (
    <>
      <path className={style.shell} d="M6 8v42q0 4 4 4h80q4 0 4-4V8" />
      <path className={style.shell} d="M46 54V28h5v26" />
      <path className={style.part} d="M52 36h36v6H52z" />
      <circle className={style.ring} cx="48" cy="38" r="12" />
    </>
  ),
  swelling: (
    <>
      <path className={style.part} d="M16 26h68v20H16z" />
      <path className={style.mark} d="M16 26Q50 12 84 26" />
      <path className={style.size} d="M50 26V19M47 22l3-3 3 3" />
    </>
  ),
  'brown-out': (
    <>
      <path className={style.shell} d="M8 6v48h86" />
      <path className={style.size} d="M8 16h24q6 0 8 14t8 14 8-14 8-14h30" />
      <path className={style.mark} d="M8 36h86" />
      <circle className={style.ring} cx="48" cy="41" r="9" />
    </>
  ),
  'power path': (
    <>
      <path className={style.part} d="M4 22h20v16H4zM76 6h20v16H76zM76 40h20v16H76z" />
      <path
        className={style.size}
        d="M24 30h20L62 14h12M70 11l4 3-4 3M44 30l18 18h12M70 45l4 3-4 3"
      />
    </>
  ),
  'pull-up': (
    <>
      <path className={style.shell} d="M50 4v8M44 12h12v18H44zM50 30v26" />
      <path className={style.size} d="M4 38h46" />
      <path className={style.mark} d="M50 44h20l12-8M84 44h12" />
    </>
  ),
  overlay: (
    <>
      <path className={style.shell} d="M20 4h42l14 14v40H20z" />
      <path className={style.size} d="M28 24h12M28 34h12M28 44h12" />
      <path className={style.mark} d="M44 24h24M44 34h24M44 44h24" />
    </>
  ),
  'pilot hole': (
    <>
      <path className={style.shell} d="M4 30h92v14H4z" />
      <path className={style.mark} d="M34 30h32v14H34z" />
      <path className={style.hole} d="M46 30h8v14h-8z" />
      <path className={style.part} d="M47 4h6v20l-3 6-3-6z" />
    </>
  ),
  'test closing': (
    <>
      <path
        className={style.shell}
        d="M6 24V10q0-4 4-4h80q4 0 4 4v14M6 40v14q0 4 4 4h80q4 0 4-4V40"
      />
      <path className={style.part} d="M20 44h40v12H20z" />
      <path className={style.size} d="M30 26v10M27 33l3 3 3-3M70 26v10M67 33l3 3 3-3" />
    </>
  ),
  'tactile switch': (
    <>
      <path className={style.part} d="M26 30h48v22H26zM42 20h16v10H42z" />
      <path className={style.shell} d="M20 52v6M80 52v6M12 58h76" />
      <path className={style.size} d="M50 4v12M47 13l3 3 3-3" />
    </>
  ),
  membrane: (
    <>
      <path className={style.part} d="M6 40h22l6-22h32l6 22h22v6H66l-6-20H40l-6 20H6z" />
      <path className={style.hole} d="M42 26h16v5H42z" />
      <path className={style.shell} d="M6 54h88" />
      <path className={style.mark} d="M38 50h10M52 50h10" />
    </>
  ),
  'cold joint': (
    <>
      <path className={style.shell} d="M6 50h88v8H6z" />
      <path className={style.size} d="M50 4v46" />
      <path className={style.part} d="M34 46q-6-20 16-20t16 20q-4-6-8-2-8 5-16 0-4-4-8 2z" />
      <circle className={style.ring} cx="50" cy="48" r="11" />
    </>
  ),
  strain: (
    <>
      <path className={style.shell} d="M44 4v16M44 42v16M52 4v16M52 42v16" />
      <path className={style.size} d="M4 31h34M58 31h38" />
      <path className={style.part} d="M34 22h10v18H34z" />
      <path className={style.size} d="M20 31l-6 4M84 26l8 5-8 5" />
    </>
  ),
  moulding: (
    <>
      <path className={style.shell} d="M58 2v18M58 42v18" />
      <path className={style.part} d="M58 25h26v12H58z" />
      <path className={style.hole} d="M16 16h42v30H16z" />
      <path className={style.size} d="M4 31h12" />
      <circle className={style.ring} cx="37" cy="31" r="24" />
    </>
  ),
  mouth: (
    <>
      <path className={style.shell} d="M30 2v16M30 44v16M36 2v16M36 44v16" />
      <path className={style.part} d="M42 20h44v22H42z" />
      <path className={style.mark} d="M42 14v34" />
      <path className={style.size} d="M8 31h26M30 28l4 3-4 3" />
    </>
  ),
  margin: (
    <>
      <path className={style.part} d="M4 12h30v38H4zM78 12h18v38H78z" />
      <path className={style.mark} d="M56 8v46" />
      <path className={style.size} d="M36 20h18M56 42h20M60 39l-4 3 4 3M72 39l4 3-4 3" />
    </>
  ),
  'worst case': (
    <>
      <path className={style.part} d="M4 12h36v38H4zM60 12h36v38H60z" />
      <path className={style.mark} d="M48 8v46M52 8v46" />
      <path className={style.size} d="M40 24h8M60 40h-8" />
    </>
  ),
  GPIO: (
    <>
      <path className={style.part} d="M8 14h84v34H8z" />
      {[18, 30, 42, 54, 66, 78].map((x) => (
        <path key={x} className={style.hole} d={`M${x} 22h5v5h-5zM${x} 35h5v5h-5z`} />
      ))}
      <circle className={style.ring} cx="44.5" cy="24.5" r="7" />
      <path className={style.size} d="M44 16V4" />
    </>
  ),
  tolerance: (
    <>
      <path className={style.shell} d="M10 54V20M84 54V20" />
      <path className={style.size} d="M10 30h74M14 27l-4 3 4 3M80 27l4 3-4 3" />
      <path className={style.mark} d="M76 12v46M92 12v46" />
    </>
  ),
  plug: (
    <>
      <path className={style.hole} d="M30 16h34v30H30z" />
      <path className={style.part} d="M64 25h24v12H64z" />
      <path className={style.size} d="M4 31h26" />
    </>
  ),
};
