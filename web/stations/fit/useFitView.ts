/** What Fit shows: which picture, which panel under it, what is chosen in either, and the keys for all that. */
import { useState } from 'react';
import type { Scene } from '@deft/core/fit';
import { numbered } from '../../ui/Findings';
import { useBuild } from '../../state/build';
import { useKeys } from '../../keys/useKeys';
import type { useCuts } from '../../book/useCuts';
import type { Panel, Picture } from './FitBar';
import type { Ends } from './MeasureView';
import type { useLook } from './useLook';

/** While measuring, what is clicked is the first thing, then the second. */
function withEnd(e: Ends, item: string): Ends {
  const end: NonNullable<Ends['from']> = `item:${item}`;
  if (e.from === end) return e;
  return e.from && !e.to ? { ...e, to: end } : { from: end };
}

export function useFitView(look: ReturnType<typeof useLook>, lines: ReturnType<typeof useCuts>) {
  const { check, chosen, choose } = useBuild('check', 'chosen', 'choose');
  const [picture, setPicture] = useState<Picture>('book');
  const [panel, setPanel] = useState<Panel>('profile');
  const [loupe, setLoupe] = useState(false);
  const [heat, setHeat] = useState(false);
  const [selected, select] = useState<string>();
  const [ends, setEnds] = useState<Ends>({});
  const [bundle, setBundle] = useState<string>();
  /** Another test fit, or a layout that was found, shown over this one. */
  const [ghost, setGhost] = useState<Scene>();

  const toggle = (to: Panel) => () => setPanel((now) => (now === to ? 'profile' : to));
  const show = (to: Picture) => () => setPicture((now) => (now === to ? 'book' : to));
  const stepFinding = (by: 1 | -1) => () => {
    const open = numbered(check.findings, 'fit');
    if (!open.length) return;
    const i = open.findIndex((o) => o.finding.id === chosen);
    const from = i < 0 && by < 0 ? 0 : i;
    choose(open[(from + by + open.length) % open.length]!.finding.id);
  };
  const { zoom, spot, reset } = look;
  useKeys({
    headroom: () => setHeat((on) => !on),
    loupe: () => setLoupe((on) => !on),
    follow: lines.toggleFollow,
    closer: () => zoom(1.5),
    further: () => zoom(1 / 1.5),
    wholeBook: reset,
    spot,
    closed: show('closed'),
    solid: show('solid'),
    words: toggle('words'),
    arrange: toggle('arrange'),
    wires: toggle('wires'),
    measure: toggle('measure'),
    fits: toggle('fits'),
    hands: toggle('hands'),
    nextFinding: stepFinding(1),
    lastFinding: stepFinding(-1),
  });
  return {
    ...{ picture, setPicture, panel, setPanel, loupe, setLoupe, heat, setHeat },
    ...{ selected, select, ends, setEnds, bundle, setBundle, ghost, setGhost },
    pick: (item: string | undefined): void => {
      select(item);
      if (panel === 'measure' && item) setEnds((e) => withEnd(e, item));
    },
    closePanel: () => setPanel('profile'),
  };
}
export type FitView = ReturnType<typeof useFitView>;
