/** One button: holes for a speaker, or for air, begun where nothing is in their way. */
import { useState } from 'react';
import { Button, Dropdown } from 'antd';
import { patternKey } from '@deft/core/cuts';
import { useBuild, useScene } from '../../state/build';
import { beginnings } from './patternEdits';

export function AddHoles({ onAdded }: { onAdded: (key: string) => void }) {
  const { edit, check } = useBuild('edit', 'check');
  const scene = useScene();
  const [sentence, say] = useState<string>();
  const all = beginnings(scene, check.cuts.openings);
  if (!all.length) return null;
  const begin = (index: number): void => {
    const cut = all[index]?.make();
    if (!cut?.holes.length) {
      say('There is no room for a hole there: something is in the way everywhere.');
      return;
    }
    say(edit((p) => ({ ...p, cuts: [...p.cuts, cut] })) ?? undefined);
    onAdded(patternKey(cut));
  };
  return (
    <p>
      <Dropdown
        autoFocus
        trigger={['click']}
        menu={{
          items: all.map(({ name }, i) => ({ key: String(i), label: name })),
          onClick: ({ key }) => begin(Number(key)),
        }}
      >
        <Button>Drill a pattern of holes</Button>
      </Dropdown>
      {sentence && (
        <span role="alert" className="bad">
          {' '}
          {sentence}
        </span>
      )}
    </p>
  );
}
