/** Fit: the open book, the profile beneath it, and what touches. */
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Scene } from '@deft/core/fit';
import { ProfileView } from '../../book/profile/ProfileView';
import { type Spread, spreadOf } from '../../book/spread';
import { useCuts } from '../../book/useCuts';
import { BodyTabs } from '../../ui/BodyTabs';
import { Findings, numbered } from '../../ui/Findings';
import { Split } from '../../ui/Split';
import { useSize } from '../../ui/useSize';
import { useKeys } from '../../keys/useKeys';
import { useBuild, useLayout, useShownScene } from '../../state/build';
import { ArrangeView } from './ArrangeView';
import { BodyView } from './BodyView';
import { BookView } from './BookView';
import { ClosedView } from './ClosedView';
import { FitBar, Glass, type Panel, type Picture } from './FitBar';
import { InWords } from './InWords';
import { type Ends, MeasureView, useDistance } from './MeasureView';
import { PartPanel } from './panel/PartPanel';
import { TestFits } from './TestFits';
import { Tray } from './Tray';
import { Unplaced } from './Unplaced';
import { useArranger } from './useArranger';
import { useArranging } from './useArranging';
import { useLook } from './useLook';
import { WiresView } from './wires/WiresView';
import { Worth } from './Worth';
import style from './FitStation.module.css';

/** The 3D view and what draws it come only when they are asked for. */
const ThreeView = lazy(() => import('./three/ThreeView'));

export default function FitStation() {
  const { doc, check, chosen, choose } = useBuild('doc', 'check', 'chosen', 'choose');
  const scene = useShownScene();
  const [ref, size] = useSize<HTMLDivElement>();
  const body = scene.shell?.body;
  const whole = useMemo(
    () => (body && size.w > 0 ? spreadOf(body, size.w, size.h) : undefined),
    [body, size],
  );
  const looked = check.findings.find((f) => f.id === chosen && f.station === 'fit');
  const look = useLook(whole, scene, looked);
  const { spread, zoom, spot, reset } = look;
  const [loupe, setLoupe] = useState(false);
  const arranging = useArranging(spread);
  const [selected, select] = useState<string>();
  const [heat, setHeat] = useState(false);
  const [picture, setPicture] = useState<Picture>('book');
  const [panel, setPanel] = useState<Panel>('profile');
  const [ends, setEnds] = useState<Ends>({});
  // What is clicked while measuring is the first thing, then the second.
  const pick = (item: string | undefined) => {
    select(item);
    if (panel === 'measure' && item) {
      setEnds((e) => {
        if (e.from && !e.to && e.from !== `item:${item}`) return { ...e, to: `item:${item}` };
        if (e.from === `item:${item}`) return e;
        return { from: `item:${item}` };
      });
    }
  };
  const measured = useDistance(arranging.scene, panel === 'measure' ? ends : {});
  const [bundle, setBundle] = useState<string>();
  const [ghost, setGhost] = useState<Scene>();
  const arranger = useArranger(useLayout());
  const lines = useCuts({
    axis: 'x',
    at: body?.outline.kind === 'rect' ? Math.round(body.outline.h.mm * 0.55) : 30,
  });
  const { through, toggleFollow } = lines;

  const toggle = (to: Panel) => () => setPanel((now) => (now === to ? 'profile' : to));
  const show = (to: Picture) => () => setPicture((now) => (now === to ? 'book' : to));
  const step = (by: 1 | -1) => () => {
    const open = numbered(check.findings, 'fit');
    if (!open.length) return;
    const i = open.findIndex((o) => o.finding.id === chosen);
    const from = i < 0 && by < 0 ? 0 : i;
    choose(open[(from + by + open.length) % open.length]!.finding.id);
  };
  useKeys({
    headroom: () => setHeat((on) => !on),
    loupe: () => setLoupe((on) => !on),
    follow: toggleFollow,
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
    nextFinding: step(1),
    lastFinding: step(-1),
  });

  // A chosen finding draws the profile through it.
  useEffect(() => {
    if (looked?.at) through(looked.at.x, looked.at.y);
  }, [looked, through]);

  const close = () => setPanel('profile');
  const under = () => {
    switch (panel) {
      case 'hands':
        return <BodyView onClose={close} />;
      case 'fits':
        return <TestFits onGhost={setGhost} onClose={close} />;
      case 'measure':
        return <MeasureView scene={arranging.scene} ends={ends} onEnds={setEnds} onClose={close} />;
      case 'wires':
        return <WiresView chosen={bundle} onChoose={setBundle} onClose={close} />;
      case 'arrange':
        return <ArrangeView arranger={arranger} onGhost={setGhost} onClose={close} />;
      case 'words':
        return <InWords scene={arranging.scene} />;
      // In 3D the picture takes the room of the profile.
      case 'profile':
        return (
          picture !== 'solid' &&
          arranging.scene.shell && <ProfileView scene={arranging.scene} lines={lines} several />
        );
    }
  };
  const drawing = (pages: Spread) => {
    switch (picture) {
      case 'closed':
        return <ClosedView scene={arranging.scene} width={size.w} height={size.h} />;
      case 'solid':
        return (
          <Suspense
            fallback={
              <p className="over-mat" role="status">
                Opening the 3D view ...
              </p>
            }
          >
            <ThreeView scene={arranging.scene} width={size.w} height={size.h} />
          </Suspense>
        );
      case 'book':
        return (
          <BookView
            spread={pages}
            arranging={arranging}
            selected={selected}
            onSelect={pick}
            heat={heat}
            cuts={lines.cuts}
            active={lines.active}
            onCut={lines.set}
            follow={lines.follow}
            loupe={loupe}
            onPan={look.close ? look.pan : undefined}
            onZoom={zoom}
            ghost={
              ghost && (panel === 'fits' || panel === 'arrange')
                ? { scene: ghost, later: panel === 'arrange' }
                : undefined
            }
            measured={measured}
            wires={
              panel === 'wires' && !arranging.live
                ? {
                    wiring: check.wiring,
                    chosen: bundle,
                    onChoose: (id) => setBundle((b) => (b === id ? undefined : id)),
                  }
                : undefined
            }
          />
        );
    }
  };
  let empty: React.ReactNode;
  if (!body) {
    empty = (
      <p>
        Measure the shell first. <Link to="../shell">Start with its outer width</Link>, with the
        outside jaws.
      </p>
    );
  } else if (!doc.kit.items.length) {
    empty = (
      <p>
        The shell is empty. <Link to="../kit">Choose a first part</Link>: the board or the screen,
        whichever you have.
      </p>
    );
  }
  const below = under();
  const mat = (
    <div className="mat" ref={ref}>
      <BodyTabs over />
      {spread && drawing(spread)}
      {spread && picture === 'book' && (
        <Glass
          close={look.close}
          loupe={loupe}
          onZoom={zoom}
          onWhole={reset}
          onSpot={spot}
          onLoupe={setLoupe}
        />
      )}
      {empty && (
        <div className={`over ${style.empty}`}>
          <div>{empty}</div>
        </div>
      )}
    </div>
  );
  const bar = (
    <FitBar
      heat={heat}
      picture={picture}
      panel={body && panel}
      onHeat={setHeat}
      onPicture={setPicture}
      onPanel={setPanel}
    />
  );
  return (
    <>
      <div className={`centre ${style.centre}`}>
        <Tray onPlaced={select} onArrange={() => setPanel('arrange')} />
        {below ? (
          <Split
            id="fit"
            label="Room of the book"
            upper={mat}
            lower={
              <>
                {bar}
                {below}
              </>
            }
          />
        ) : (
          <>
            {mat}
            {bar}
          </>
        )}
      </div>
      <aside className="side" aria-label="What touches">
        <Findings
          station="fit"
          title="What touches"
          live={arranging.live?.findings}
          empty={
            doc.layout.placements.length
              ? 'Nothing touches that should not.'
              : 'Nothing is laid out yet.'
          }
        />
        {!arranging.live && <Worth />}
        <Unplaced onPlaced={select} />
        {selected && (
          <PartPanel item={selected} arranging={arranging} onClose={() => select(undefined)} />
        )}
      </aside>
    </>
  );
}
