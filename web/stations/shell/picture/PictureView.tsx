/** From a scan or photo of a half: marks that make millimetres, how it lies, and what is traced on it. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { Button, Checkbox, Select } from 'antd';
import {
  fitCircle,
  type Lying,
  lyingBy,
  type Offer,
  type Trace,
  tracedOutline,
  tracedThing,
  TRACES,
  type View,
} from '@deft/core/capture';
import { readPicture } from '@deft/core/formats/picture';
import { BadInput, length, outlineSpan, type Underlay } from '@deft/core/model';
import { addPicture, pictureUrl } from '../../../state/api';
import { useBuild } from '../../../state/build';
import { useShell } from '../useShell';
import { ViewTabs } from '../ViewTabs';
import { type How, MarksForm } from './MarksForm';
import { Plate, type PlateMark } from './Plate';
import { TraceList } from './TraceList';
import { usePicture } from './usePicture';
import { Bad } from '../../../ui/Bad';

type Px = readonly [number, number];
interface Traced {
  id: string;
  kind: Trace | 'outline';
  px: Px[];
  below: number;
  offer: Offer | undefined;
}

export default function PictureView() {
  const { key, edit } = useBuild('key', 'edit');
  const { body, setBody } = useShell();
  const picker = useRef<HTMLInputElement>(null);
  const known = body?.underlays ?? [];
  const [shown, show] = useState<string | undefined>(known[0]?.id);
  const saved = known.find((u) => u.id === shown);
  const [fresh, setFresh] = useState<{ asset: string; piece: string }>();
  const asset = saved?.asset ?? fresh?.asset;
  const pieceId =
    saved?.piece ?? fresh?.piece ?? body?.pieces.find((p) => p.role === 'back')?.id ?? 'back';
  const picture = usePicture(asset ? pictureUrl(key, asset) : undefined);
  const [how, setHow] = useState<How>({
    kind: 'scan',
    marks: [],
    wide: 148,
    high: 105,
    distance: length(400, 'ruler'),
    rim: length(15, 'ruler'),
    corners: [],
  });
  const [lies, setLies] = useState<Px[]>([]);
  const [seen, setSeen] = useState<View>();
  const [bad, setBad] = useState<string>();
  const [traces, setTraces] = useState<Traced[]>([]);
  const [now, setNow] = useState<Px[]>([]);
  const [tool, setTool] = useState<Trace | 'outline'>('post');
  const [below, setBelow] = useState(0);
  const [snap, setSnap] = useState(true);
  const role =
    body?.pieces.find((p) => p.id === pieceId)?.role === 'front'
      ? ('front' as const)
      : ('back' as const);
  const size = picture.size;

  // A picture kept earlier opens with its marks.
  const [opened, setOpened] = useState<string>();
  if (saved && saved.id !== opened) {
    setOpened(saved.id);
    setLies(saved.lies.map(([x, y]) => [x, y] as const));
    setHow((h) =>
      saved.how.kind === 'scan'
        ? { ...h, kind: 'scan', marks: saved.how.marks }
        : { ...h, ...saved.how },
    );
  }
  let asked: Underlay['how'] | undefined;
  if (how.kind === 'scan') {
    if (how.marks.length && how.marks.every((m) => m.mm > 0)) {
      asked = { kind: 'scan', marks: how.marks };
    } else asked = undefined;
  } else if (how.corners.length === 4) {
    asked = {
      kind: 'photo',
      corners: how.corners as Array<[number, number]>,
      wide: how.wide,
      high: how.high,
      distance: how.distance,
      rim: how.rim,
    };
  } else asked = undefined;
  const text = JSON.stringify(asked);
  const view = asked && size ? seen : undefined;
  useEffect(() => {
    let gone = false;
    if (!asked || !size) return undefined;
    void picture.view(asked).then((r) => {
      if (gone || !r) return;
      if (r.ok) {
        setSeen(r.value);
        setBad(undefined);
      } else {
        setSeen(undefined);
        setBad(r.sentence);
      }
    });
    return () => {
      gone = true;
    };
  }, [text, size]); // eslint-disable-line react-hooks/exhaustive-deps
  const rim = how.kind === 'photo' ? how.rim : { mm: 0, u: 0 };
  const lying = useMemo((): { ok?: Lying; bad?: string } => {
    try {
      return view && lies.length === 3 ? { ok: lyingBy(view, lies, rim) } : {};
    } catch (e) {
      return { bad: e instanceof BadInput ? e.message : 'It cannot lie like this.' };
    }
  }, [view, lies, rim.mm, rim.u]); // eslint-disable-line react-hooks/exhaustive-deps
  let stage: 'choose' | 'wait' | 'marks' | 'lies' | 'trace';
  if (!asset) stage = 'choose';
  else if (!view) {
    if (asked && !bad) stage = 'wait';
    else stage = 'marks';
  } else if (!lying.ok) stage = 'lies';
  else stage = 'trace';

  const open = async (file: File) => {
    try {
      const p = readPicture(new Uint8Array(await file.arrayBuffer()));
      const kept = await addPicture(key, p.mime, p.bytes);
      show(undefined);
      setFresh({ asset: kept.sha256, piece: pieceId });
      setLies([]);
      setTraces([]);
      setNow([]);
      setSeen(undefined);
      setBad(undefined);
      setHow((h) => ({ ...h, marks: [], corners: [] }));
    } catch (e) {
      setBad(e instanceof Error ? e.message : 'This picture cannot be used.');
    }
  };
  const point = async (x: number, y: number) => {
    const hit = snap ? await picture.snap(x, y, 9) : undefined;
    const p: Px = hit ? [hit.x, hit.y] : [x, y];
    if (stage === 'marks' && how.kind === 'scan') {
      if (now.length === 1) {
        setHow((h) => ({
          ...h,
          marks: [...h.marks, { x0: now[0]![0], y0: now[0]![1], x1: p[0], y1: p[1], mm: 0 }],
        }));
        setNow([]);
      } else setNow([p]);
    } else if (stage === 'marks') {
      setHow((h) => (h.corners.length < 4 ? { ...h, corners: [...h.corners, p] } : h));
    } else if (stage === 'wait') return;
    else if (stage === 'lies') setLies((l) => (l.length < 3 ? [...l, p] : [p]));
    else setNow((n) => [...n, p]);
  };
  const width = body ? outlineSpan(body.outline).w : 0;
  const placed = (px: readonly Px[], lower: number) =>
    lying.ok ? px.map(([x, y]) => lying.ok!.place(x, y, { mm: rim.mm - lower, u: rim.u })) : [];
  const offerOf = (t: Omit<Traced, 'offer'>): Offer | string | undefined =>
    t.kind === 'outline'
      ? undefined
      : tracedThing(
          t.kind,
          placed(t.px, how.kind === 'photo' ? t.below : 0),
          role,
          width,
          t.id,
          `${role} ${t.kind}`,
        );
  const finish = () => {
    if (stage !== 'trace' || !now.length) return;
    if (tool === 'outline') {
      const o = tracedOutline(placed(now, 0), role);
      if (typeof o === 'string') {
        setBad(o);
        return;
      }
      setBad(
        setBody((b) => ({
          ...(b ?? {
            id: 'shell',
            name: 'Shell',
            spine: 'left',
            wall: length(2, 'estimate'),
            pieces: (['front', 'back'] as const).map((r) => ({
              id: r,
              role: r,
              material: 'abs' as const,
              depth: length(15, 'estimate'),
              zones: [],
              features: [],
              openings: [],
            })),
          }),
          outline: o,
        })),
      );
      setNow([]);
      return;
    }
    const t = { id: `traced-${Date.now().toString(36)}`, kind: tool, px: now, below };
    const offer = offerOf(t);
    if (typeof offer === 'string') {
      setBad(offer);
      return;
    }
    setBad(undefined);
    setTraces((l) => [...l, { ...t, offer }]);
    setNow([]);
  };
  const back = () => {
    if (now.length) setNow((n) => n.slice(0, -1));
    else if (stage === 'lies') setLies((l) => l.slice(0, -1));
    else if (stage === 'marks' && how.kind === 'photo') {
      setHow((h) => ({ ...h, corners: h.corners.slice(0, -1) }));
    } else if (stage === 'marks') setHow((h) => ({ ...h, marks: h.marks.slice(0, -1) }));
  };
  const underlay = (b: NonNullable<typeof body>): Underlay[] => {
    if (!asked || !asset || !size) return b.underlays ?? [];
    const id = saved?.id ?? `picture-${asset.slice(0, 8)}`;
    const u: Underlay = {
      id,
      piece: pieceId,
      asset,
      w: size.w,
      h: size.h,
      how: asked,
      lies: lies.map(([x, y]) => [x, y]),
      fade: saved?.fade ?? 0.5,
    };
    return [...(b.underlays ?? []).filter((q) => q.id !== id), u];
  };
  const take = () => {
    const refused = edit((p) => ({
      ...p,
      shell: {
        ...p.shell,
        bodies: p.shell.bodies.map((b) =>
          b.pieces.some((q) => q.id === pieceId)
            ? {
                ...b,
                underlays: underlay(b),
                pieces: b.pieces.map((q) =>
                  q.id !== pieceId
                    ? q
                    : {
                        ...q,
                        features: [
                          ...q.features,
                          ...traces.flatMap((t) =>
                            t.offer?.is === 'feature'
                              ? [{ ...t.offer.it, name: t.offer.name }]
                              : [],
                          ),
                        ],
                        zones: [
                          ...q.zones,
                          ...traces.flatMap((t) =>
                            t.offer?.is === 'zone' ? [{ ...t.offer.it, name: t.offer.name }] : [],
                          ),
                        ],
                        openings: [
                          ...q.openings,
                          ...traces.flatMap((t) =>
                            t.offer?.is === 'opening'
                              ? [{ ...t.offer.it, name: t.offer.name }]
                              : [],
                          ),
                        ],
                      },
                ),
              }
            : b,
        ),
      },
    }));
    setBad(refused);
    if (!refused) {
      setTraces([]);
      if (asset) {
        show(`picture-${asset.slice(0, 8)}`);
      }
    }
  };
  let hint: string;
  if (stage === 'wait') hint = 'Following the edges ...';
  else if (stage === 'marks') {
    if (how.kind === 'scan') {
      if (now.length) hint = 'Mark the other end of the known distance.';
      else hint = 'Mark both ends of a known distance; then a second one across it.';
    } else if (how.corners.length < 4) {
      hint = `Mark corner ${how.corners.length + 1} of the known rectangle, once around.`;
    } else hint = 'These corners make no rectangle. Start the corners again.';
  } else if (stage === 'lies') {
    if (lies.length < 2) hint = `Mark place ${lies.length + 1} of 2 on the lower edge of the half.`;
    else hint = 'Mark one place on its left edge, as seen here.';
  } else if (tool === 'post' || tool === 'round opening') {
    hint = `Mark three or more points on its edge; Enter finishes. ${now.length} so far.`;
  } else hint = `Mark its corners once around; Enter finishes. ${now.length} so far.`;
  const marks: PlateMark[] = [
    ...how.marks
      .filter(() => how.kind === 'scan')
      .map((m): PlateMark => ({
        kind: 'mark',
        points: [
          [m.x0, m.y0],
          [m.x1, m.y1],
        ],
        label: m.mm ? `${m.mm} mm` : '? mm',
      })),
    ...(how.kind === 'photo' && how.corners.length
      ? [{ kind: 'mark' as const, points: how.corners, closed: how.corners.length === 4 }]
      : []),
    ...(lies.length
      ? [
          { kind: 'edge' as const, points: lies.slice(0, 2) },
          ...(lies[2] ? [{ kind: 'edge' as const, points: [lies[2]] }] : []),
        ]
      : []),
    ...traces.map((t): PlateMark => ({
      kind: 'done',
      points: t.px,
      closed: true,
      circle:
        t.kind === 'post' || t.kind === 'round opening'
          ? fitCircle(t.px.map(([x, y]) => ({ x, y })))
          : undefined,
      label: t.offer?.name ?? '',
    })),
    ...(now.length ? [{ kind: 'trace' as const, points: now }] : []),
  ];
  return (
    <>
      <div className="centre" style={{ overflow: 'hidden' }}>
        <ViewTabs />
        <div
          className="mat"
          onDragOver={(e) => e.preventDefault()}
          onDrop={(e) => {
            e.preventDefault();
            const f = e.dataTransfer.files[0];
            if (f) void open(f);
          }}
        >
          {asset && size ? (
            <Plate
              url={size.url}
              w={size.w}
              h={size.h}
              marks={marks}
              onPoint={(x, y) => void point(x, y)}
              onFinish={finish}
              onBack={back}
              hint={hint}
            />
          ) : (
            <div className="blank">
              <h2>
                {asset ? 'Opening the picture ...' : 'A scan or a photo of a half, inside up'}
              </h2>
              {!asset && (
                <>
                  <p>
                    Lay the half open side down on a flatbed scanner with a ruler beside it, or
                    photograph it from above lying on a sheet of known size. Place, time and camera
                    are taken out of the file.
                  </p>
                  <Button type="primary" onClick={() => picker.current?.click()}>
                    Choose a picture
                  </Button>
                  <p>or drop it here</p>
                </>
              )}
            </div>
          )}
        </div>
      </div>
      <aside className="side" aria-label="From a picture">
        <h2>From a picture</h2>
        <input
          ref={picker}
          type="file"
          accept="image/jpeg,image/png"
          hidden
          aria-label="Picture file"
          onChange={(e) => {
            const f = e.target.files?.[0];
            e.target.value = '';
            if (f) void open(f);
          }}
        />
        <Bad said={bad ?? picture.bad} />
        <div className="pair">
          <span>It shows the inside of the</span>
          <Select
            size="small"
            aria-label="Half in the picture"
            value={pieceId}
            disabled={saved !== undefined}
            onChange={(piece: string) =>
              setFresh((f) => (f ? { ...f, piece } : { asset: '', piece }))
            }
            options={(
              body?.pieces ?? [
                { id: 'front', role: 'front' },
                { id: 'back', role: 'back' },
              ]
            ).map((p) => ({ value: p.id, label: p.role }))}
          />
        </div>
        {known.length > 0 && (
          <div className="pair">
            <span>Picture</span>
            <Select
              size="small"
              aria-label="Picture"
              value={shown ?? 'new'}
              onChange={(v: string) => show(v === 'new' ? undefined : v)}
              options={[
                ...known.map((u, i) => ({ value: u.id, label: `${i + 1}, ${u.piece}` })),
                { value: 'new', label: 'another' },
              ]}
            />
          </div>
        )}
        {asset && size && (
          <>
            <MarksForm how={how} onHow={setHow} view={view} />
            <div className="pair">
              <span>
                {stage === 'trace' ? 'How it lies: marked' : 'Then how it lies: 3 places'}
              </span>
              <Button size="small" onClick={() => setLies([])} disabled={!lies.length}>
                Again
              </Button>
            </div>
            <Bad said={lying.bad} />
            <Checkbox checked={snap} onChange={(e) => setSnap(e.target.checked)}>
              Snap to edges
            </Checkbox>
            {stage === 'trace' && (
              <>
                <h3>Trace</h3>
                <div className="pair">
                  <span>What</span>
                  <Select
                    size="small"
                    aria-label="What to trace"
                    value={tool}
                    onChange={(t: Trace | 'outline') => {
                      setTool(t);
                      setNow([]);
                    }}
                    options={[...TRACES, 'outline' as const].map((t) => ({
                      value: t,
                      label: t === 'outline' ? 'outer outline' : t,
                    }))}
                    popupMatchSelectWidth={150}
                  />
                </div>
                {how.kind === 'photo' && tool !== 'outline' && (
                  <div className="pair">
                    <span>It lies below the rim, mm</span>
                    <Select
                      size="small"
                      aria-label="Below the rim"
                      value={below}
                      onChange={setBelow}
                      options={[
                        ...new Set([
                          0,
                          2,
                          4,
                          6,
                          8,
                          10,
                          12,
                          15,
                          18,
                          body?.pieces.find((p) => p.id === pieceId)
                            ? Math.round(
                                body.pieces.find((p) => p.id === pieceId)!.depth.mm - body.wall.mm,
                              )
                            : 0,
                        ]),
                      ]
                        .sort((a, b) => a - b)
                        .map((v) => ({ value: v, label: String(v) }))}
                    />
                  </div>
                )}
                <div className="row">
                  <Button size="small" type="primary" disabled={now.length < 3} onClick={finish}>
                    Finish it
                  </Button>
                  <Button size="small" disabled={!now.length} onClick={back}>
                    Last point back
                  </Button>
                </div>
                {!body && (
                  <p className="note">
                    Trace the outer outline first; everything else is read from it.
                  </p>
                )}
              </>
            )}
            <TraceList
              traces={traces}
              onName={(id, name) =>
                setTraces((l) =>
                  l.map((t) =>
                    t.id === id && t.offer ? { ...t, offer: { ...t.offer, name } } : t,
                  ),
                )
              }
              onRemove={(id) => setTraces((l) => l.filter((t) => t.id !== id))}
            />
            {stage === 'trace' && body && (
              <Button type="primary" onClick={take}>
                {traces.length
                  ? `Take over ${traces.length}, keep the picture`
                  : 'Keep the picture under the drawing'}
              </Button>
            )}
            <div>
              <Button size="small" type="text" onClick={() => picker.current?.click()}>
                Other picture
              </Button>
            </div>
          </>
        )}
        {!asset && (
          <p className="note">
            Its marks tell how good it is; that becomes the ± of everything traced on it.
          </p>
        )}
      </aside>
    </>
  );
}
