/** Two panes one above the other, parted where the builder likes: by pointer or arrow keys, and kept in this browser. */
import type { ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import style from './Split.module.css';

/** A browser that refuses storage parts them as usual. */
const STORAGE = {
  getItem(key: string): string | null {
    try {
      return localStorage.getItem(key);
    } catch {
      return null;
    }
  },
  setItem(key: string, value: string): void {
    try {
      localStorage.setItem(key, value);
    } catch {
      // It lasts as long as the page.
    }
  },
};

const UPPER = 'upper';
const LOWER = 'lower';

export function Split({
  id,
  label,
  upper,
  lower,
}: {
  id: string;
  label: string;
  upper: ReactNode;
  lower: ReactNode;
}) {
  const kept = useDefaultLayout({
    id: `deft-split-${id}`,
    panelIds: [UPPER, LOWER],
    storage: STORAGE,
  });
  return (
    <Group
      className={style.split}
      orientation="vertical"
      defaultLayout={kept.defaultLayout}
      onLayoutChanged={kept.onLayoutChanged}
    >
      <Panel id={UPPER} className={style.pane} defaultSize="50%" minSize="20%">
        {upper}
      </Panel>
      <Separator className={style.bar} aria-label={label} />
      <Panel id={LOWER} className={style.pane} minSize="20%">
        {lower}
      </Panel>
    </Group>
  );
}
