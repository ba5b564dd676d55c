/** A picture being traced: its worker, its view, its stage, and what pointing at it does. */
import { useEffect, useMemo, useReducer, useState } from 'react';
import { type Lying, lyingBy, tracedOutline, tracedThing, type View } from '@deft/core/capture';
import { readPicture } from '@deft/core/formats/picture';
import { BadInput, type Length, outlineSpan, type Underlay } from '@deft/core/model';
import { addPicture, pictureUrl } from '../../../state/api';
import { useBuild } from '../../../state/build';
import { useShell } from '../useShell';
import { withOutline, withTraces } from './taken';
import { type Px, scaleAsked, stageOf, type Traced, tracing, UNMARKED } from './tracing';
import { usePicture } from './usePicture';

/** A scan lies on the rim itself. */
const ON_THE_RIM = { mm: 0, u: 0 };
const SNAP_PX = 9;

export function useTracing() {
  const { key, edit } = useBuild('key', 'edit');
  const { body, setBody } = useShell();
  const known = body?.underlays ?? [];
  const [shown, show] = useState(known[0]?.id);
  const saved = known.find((u) => u.id === shown);
  const [fresh, setFresh] = useState<{ asset: string; piece: string }>();
  const asset = saved?.asset ?? fresh?.asset;
  const back = body?.pieces.find((p) => p.role === 'back');
  const pieceId = saved?.piece ?? fresh?.piece ?? back?.id ?? 'back';
  const piece = body?.pieces.find((p) => p.id === pieceId);
  const role = piece?.role === 'front' ? 'front' : 'back';

  const [state, act] = useReducer(tracing, UNMARKED);
  const [opened, setOpened] = useState<string>();
  // A picture kept earlier opens with its marks.
  if (saved && saved.id !== opened) {
    setOpened(saved.id);
    act({ do: 'reopen', saved });
  }

  const picture = usePicture(asset ? pictureUrl(key, asset) : undefined);
  const { how, lies } = state;
  const asked = scaleAsked(how);
  const { view, bad, setBad, forget } = useView(picture, asked);
  const rim = how.kind === 'photo' ? how.rim : ON_THE_RIM;
  const lying = useLying(view, lies, rim);
  const stage = stageOf({
    picture: asset !== undefined,
    asked: asked !== undefined,
    view: view !== undefined,
    lying: lying.ok !== undefined,
    bad: bad !== undefined,
  });

  const open = async (file: File): Promise<void> => {
    try {
      const p = readPicture(new Uint8Array(await file.arrayBuffer()));
      const kept = await addPicture(key, p.mime, p.bytes);
      show(undefined);
      setFresh({ asset: kept.sha256, piece: pieceId });
      forget();
      act({ do: 'begin' });
    } catch (e) {
      setBad(e instanceof Error ? e.message : 'This picture cannot be used.');
    }
  };

  const point = async (x: number, y: number, snap: boolean): Promise<void> => {
    const hit = snap ? await picture.snap(x, y, SNAP_PX) : undefined;
    act({ do: 'point', stage, at: hit ? [hit.x, hit.y] : [x, y] });
  };

  const placed = (px: readonly Px[], below: number) =>
    lying.ok ? px.map(([x, y]) => lying.ok!.place(x, y, { mm: rim.mm - below, u: rim.u })) : [];

  const finishOutline = (): void => {
    const outline = tracedOutline(placed(state.now, 0), role);
    if (typeof outline === 'string') {
      setBad(outline);
      return;
    }
    setBad(setBody((b) => withOutline(b, outline)));
    act({ do: 'finish' });
  };
  const finish = (): void => {
    const { tool, now } = state;
    if (stage !== 'trace' || !now.length) return;
    if (tool === 'outline') {
      finishOutline();
      return;
    }
    const id = `traced-${Date.now().toString(36)}`;
    const below = how.kind === 'photo' ? state.below : 0;
    const width = body ? outlineSpan(body.outline).w : 0;
    const offer = tracedThing(tool, placed(now, below), role, width, id, `${role} ${tool}`);
    if (typeof offer === 'string') {
      setBad(offer);
      return;
    }
    setBad(undefined);
    const traced: Traced = { id, kind: tool, px: now, below: state.below, offer };
    act({ do: 'finish', traced });
  };

  const underlay = (): Underlay | undefined => {
    const { size } = picture;
    if (!asked || !asset || !size) return undefined;
    return {
      id: saved?.id ?? `picture-${asset.slice(0, 8)}`,
      piece: pieceId,
      asset,
      w: size.w,
      h: size.h,
      how: asked,
      lies: lies.map(([x, y]) => [x, y]),
      fade: saved?.fade ?? 0.5,
    };
  };
  const take = (): void => {
    const refused = edit((p) => withTraces(p, pieceId, state.traces, underlay()));
    setBad(refused);
    if (refused) return;
    act({ do: 'taken' });
    if (asset) show(`picture-${asset.slice(0, 8)}`);
  };

  return {
    ...{ body, piece, pieceId, known, saved, shown, asset, size: picture.size },
    ...{ state, act, stage, view, bad: bad ?? picture.bad, badLying: lying.bad },
    ...{ show, setFresh, open, point, finish, take },
  };
}

export type TracingView = ReturnType<typeof useTracing>;

/** The view that the marks make of the picture, counted in its worker. */
function useView(picture: ReturnType<typeof usePicture>, asked: Underlay['how'] | undefined) {
  const [seen, setSeen] = useState<View>();
  const [bad, setBad] = useState<string>();
  const { size } = picture;
  const text = JSON.stringify(asked);
  useEffect(() => {
    let gone = false;
    if (!asked || !size) return undefined;
    void picture.view(asked).then((r) => {
      if (gone || !r) return;
      setSeen(r.ok ? r.value : undefined);
      setBad(r.ok ? undefined : r.sentence);
    });
    return () => {
      gone = true;
    };
    // By what the marks say: another object that says the same asks for nothing.
  }, [text, size]); // eslint-disable-line react-hooks/exhaustive-deps
  const forget = (): void => {
    setSeen(undefined);
    setBad(undefined);
  };
  return { view: asked && size ? seen : undefined, bad, setBad, forget };
}

/** Where the half lies in the view, once three places say so. */
function useLying(
  view: View | undefined,
  lies: readonly Px[],
  { mm, u }: Pick<Length, 'mm' | 'u'>,
): { ok?: Lying; bad?: string } {
  return useMemo(() => {
    if (!view || lies.length !== 3) return {};
    try {
      return { ok: lyingBy(view, lies, { mm, u }) };
    } catch (e) {
      return { bad: e instanceof BadInput ? e.message : 'It cannot lie like this.' };
    }
  }, [view, lies, mm, u]);
}
