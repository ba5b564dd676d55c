/** Kit: what goes in, and whether it makes a whole: bench, chains, swaps, what is untried, and the bill. */
import { useState } from 'react';
import { Button } from 'antd';
import { planSize, thickness } from '@deft/core/kit';
import { formatMm, type Part, without } from '@deft/core/model';
import { Findings } from '../../ui/Findings';
import { useBuild } from '../../state/build';
import { PartView } from './PartView';
import { BillView } from './BillView';
import { ChainsView } from './ChainsView';
import { withPart } from './edits';
import { Library } from './Library';
import { RisksView } from './RisksView';
import { SwapView } from './SwapView';
import { TreesView } from './TreesView';
import { howKnown } from './sensitive';
import { useWarmSwaps } from '../../engine/useBrief';
import { useView, ViewTabs } from './views';
import { whereWords } from './WhereItIs';

/** Views beside which stands what is wrong, instead of the library. */
const BESIDE: Readonly<Record<string, { title: string; empty: string }>> = {
  chains: { title: 'What is missing', empty: 'Every chain of this build runs unbroken.' },
  trees: { title: 'What is missing', empty: 'Every chain of this build runs unbroken.' },
  risks: { title: 'What does not hold', empty: 'Nothing that was tried fails.' },
};

export default function KitStation() {
  const { doc, edit } = useBuild('doc', 'edit');
  const view = useView();
  const findings = BESIDE[view];
  useWarmSwaps();
  const [chosen, choose] = useState<string | undefined>(doc.kit.items[0]?.id);
  const item = doc.kit.items.find((i) => i.id === chosen) ?? doc.kit.items[0];
  const part = item && doc.kit.parts.find((p) => p.id === item.part);
  const list = view === 'part' || view === 'swap';
  const [made, setMade] = useState<string>();
  const add = (q: Part, own = false) => {
    if (own) setMade(q.id);
    edit((p) => {
      const next = withPart(p, q);
      choose(next.kit.items[next.kit.items.length - 1]!.id);
      return next;
    });
  };
  let page: React.ReactNode;
  if (view === 'chains') page = <ChainsView />;
  else if (view === 'trees') page = <TreesView />;
  else if (view === 'risks') page = <RisksView />;
  else if (view === 'bill') page = <BillView />;
  else if (!item || !part) {
    page = (
      <div className="mat">
        <div className="blank">
          <h2>An empty bench</h2>
          <p>
            Start with the computer: the game families decide how fast it must be. Then a screen for
            the window, a cell for the hours, and the chains say what is missing.
          </p>
        </div>
      </div>
    );
  } else if (view === 'swap') page = <SwapView item={item} />;
  else page = <PartView key={item.id} item={item} part={part} mine={part.id === made} />;
  return (
    <>
      <div className={`split ${list ? '' : 'whole'}`}>
        {list && (
          <div className="left">
            <h2>
              In this build <span className="note">{doc.kit.items.length} parts</span>
            </h2>
            <div className="list">
              {doc.kit.items.map((i) => {
                const q = doc.kit.parts.find((x) => x.id === i.part)!;
                const where = whereWords(doc, i, q);
                return (
                  <div key={i.id} className={`row ${item?.id === i.id ? 'sel' : ''}`}>
                    <button
                      type="button"
                      className="plain grow"
                      onClick={() => choose(i.id)}
                      aria-pressed={item?.id === i.id}
                    >
                      <b style={{ fontWeight: 600 }}>{i.name}</b>
                      <br />
                      <span className="note">
                        {formatMm(planSize(q.blocks).w, 0)} × {formatMm(planSize(q.blocks).h, 0)} ×{' '}
                        {formatMm(thickness(q, i.struck).value, 1)} mm,{' '}
                        {where ? <b>{where}</b> : howKnown(q)}
                      </span>
                    </button>
                    <Button
                      size="small"
                      type="text"
                      aria-label={`Remove ${i.name}`}
                      onClick={() => edit((p) => without(p, i.id))}
                    >
                      Remove
                    </Button>
                  </div>
                );
              })}
              {!doc.kit.items.length && (
                <p className="note">
                  Nothing yet. Search at the right, for example "65 x 56 board" or "2.8 screen SPI".
                </p>
              )}
            </div>
          </div>
        )}
        <div className="centre">
          <ViewTabs />
          {page}
        </div>
      </div>
      <aside className="side" aria-label={findings ? 'Breaks' : 'Library'}>
        {findings ? (
          <Findings station="kit" {...findings} />
        ) : (
          <Library onAdd={add} onMake={(q) => add(q, true)} />
        )}
      </aside>
    </>
  );
}
