/** The chains of the build, link by link; a break is a gap with what is missing in it. */
import { type Chain, CHAIN_NAMES, chains, type Link as ChainLink } from '@deft/core/chains';
import { useBuild } from '../../state/build';
import { Wedge } from '../../ui/Wedge';

export function ChainsView() {
  const { chosen, choose, judged } = useBuild('chosen', 'choose', 'judged');
  const p = judged;
  const list = chains(p);
  const broken = list.reduce((n, c) => n + c.breaks.length, 0);
  if (!list.length) {
    return (
      <div className="sheet">
        <h1>Chains</h1>
        <p>
          Nothing in the kit yet. Add a computer from the library first: it decides what the others
          must speak.
        </p>
      </div>
    );
  }
  return (
    <div className="sheet" role="region" aria-label="Chains">
      <header>
        <h1>
          {broken
            ? `${broken} ${broken === 1 ? 'break' : 'breaks'} in ${list.filter((c) => c.breaks.length).length} of ${list.filter((c) => c.wanted).length} chains`
            : 'Every chain runs unbroken'}
        </h1>
        <p className="note">
          From the parts in the kit, with what was taken off them. Ways to mend a break stand at the
          right.
        </p>
      </header>
      {list.map((c) => (
        <Lane key={c.kind} chain={c} chosen={chosen} onChoose={choose} />
      ))}
    </div>
  );
}

function Lane({
  chain: c,
  chosen,
  onChoose,
}: {
  chain: Chain;
  chosen: string | undefined;
  onChoose: (id: string) => void;
}) {
  const gaps = (at: number) =>
    c.breaks
      .filter((b) => b.before === at)
      .map((b) => (
        <button
          key={b.id}
          type="button"
          className={`chain-gap ${chosen === `chain:${b.id}` ? 'sel' : ''}`}
          onClick={() => onChoose(`chain:${b.id}`)}
        >
          <b className="row" style={{ flexWrap: 'nowrap', alignItems: 'flex-start' }}>
            <span style={{ paddingTop: 3 }}>
              <Wedge verdict={c.begun ? 'hit' : 'tight'} />
            </span>
            {b.title}
          </b>
          <span>{b.what}</span>
        </button>
      ));
  let state: string;
  if (c.breaks.length) {
    if (c.begun) state = 'broken';
    else state = 'still to choose';
  } else state = 'unbroken';
  return (
    <section className="chain" aria-label={CHAIN_NAMES[c.kind]}>
      <h2 className="row">
        {CHAIN_NAMES[c.kind]}
        {c.wanted && <span className="note">{state}</span>}
      </h2>
      {c.wanted && (
        <div className="chain-lane">
          {c.links.map((l, i) => (
            <LinkCard key={i} link={l} first={i === 0} before={gaps(i)} />
          ))}
          {gaps(c.links.length)}
        </div>
      )}
      {c.notes.map((n) => (
        <p key={n} className="note">
          {n}
        </p>
      ))}
    </section>
  );
}

const LinkCard = ({
  link: l,
  first,
  before,
}: {
  link: ChainLink;
  first: boolean;
  before: React.ReactNode[];
}) => (
  <>
    {before}
    {!first && !before.length && (
      <span className="chain-joint">
        <i />
        {l.joint && <small>{l.joint}</small>}
      </span>
    )}
    <div className="chain-link">
      <b>{l.name}</b>
      <span>{l.note}</span>
    </div>
  </>
);
