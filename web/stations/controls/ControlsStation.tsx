/** Controls: the shell's inputs to header lines, what clashes, the games played with them, and their proof. */
import { useState } from 'react';
import { Button, Select } from 'antd';
import { freeKeyHoles } from '@deft/core/controls';
import { familyMaps, familySentence, keysForHoles, keysInOwnHoles } from '@deft/core/games';
import { COVERAGE } from '@deft/core/catalogue';
import { freePlace } from '@deft/core/cuts';
import { KEY_MM, type Scene } from '@deft/core/fit';
import {
  type GameFamily,
  type Input as ShellInput,
  INPUT_ROLES,
  type Project,
  ROUTES,
  hasSystem,
  hostsOf,
  present,
} from '@deft/core/model';
import { partOf, isPlayedOnPads } from '@deft/core/kit';
import { BodyTabs } from '../../ui/BodyTabs';
import { Findings } from '../../ui/Findings';
import { useSize } from '../../ui/useSize';
import { useBuild, useShownScene } from '../../state/build';
import { Exports } from './Exports';
import { FaceMap } from './face/FaceMap';
import { GamesView } from './GamesView';
import { Header } from './Header';
import { InputTable } from './InputTable';
import { KeptBoard } from './board/KeptBoard';
import { PressTest } from './press/PressTest';
import { LagView } from './lag/LagView';
import { LadderPanel } from './ladder/LadderPanel';
import { SerialPads } from './serial/SerialPads';
import { RouteTable } from './RouteTable';
import { ROUTE_WORDS } from './routeWords';
import { useView, ViewTabs } from './views';

/** Views that lay out the whole page themselves. */
const OWN_PAGES: ReadonlySet<ReturnType<typeof useView>> = new Set(['press', 'board', 'serial']);

const withInput = (p: Project, input: ShellInput): Project => ({
  ...p,
  controls: {
    ...p.controls,
    inputs: p.controls.inputs.map((x) => (x.id === input.id ? input : x)),
  },
});

/** On the face of the body on show, where nothing is; before there is a shell, on the front it will have. */
function newPlace(scene: Scene): ShellInput['at'] {
  const { pieces } = scene.shell?.body ?? { pieces: [] };
  const face = pieces.find((q) => q.role === 'front' || q.role === 'plate') ?? pieces[0];
  if (!face) return { piece: 'front', x: 20, y: 20 };
  return freePlace(scene, { piece: face.id }, KEY_MM);
}

export default function ControlsStation() {
  const { doc, check, edit } = useBuild('doc', 'check', 'edit');
  const scene = useShownScene();
  const [ref, size] = useSize<HTMLDivElement>();
  const [chosen, choose] = useState<string>();
  const shown = useView();
  const { map } = check;
  const set = (input: ShellInput) =>
    edit(
      (p) => withInput(p, input),
      doc.controls.inputs.find((x) => x.id === input.id)?.name !== input.name
        ? `name ${input.id}`
        : undefined,
    );
  const add = () =>
    edit((p) => {
      const ids = new Set(p.controls.inputs.map((i) => i.id));
      let n = p.controls.inputs.length + 1;
      while (ids.has(`input-${n}`)) n++;
      const role =
        INPUT_ROLES.find((r) => !p.controls.inputs.some((i) => i.functions[0] === r)) ?? 'menu';
      const [hole] = freeKeyHoles(scene);
      const at = hole ? { opening: hole.id, copy: hole.copy } : newPlace(scene);
      const input: ShellInput = {
        id: `input-${n}`,
        name: `Key ${n}`,
        functions: [role],
        at,
        ...(hole ? {} : { hole: KEY_MM }),
        routed: true,
      };
      return { ...p, controls: { ...p.controls, inputs: [...p.controls.inputs, input] } };
    });
  const forHoles = keysForHoles(doc, scene);
  const hasFace = scene.shell !== undefined && doc.controls.inputs.length === 0;
  const addAll = (inputs: readonly ShellInput[]) =>
    edit((p) => ({
      ...p,
      controls: { ...p.controls, inputs: [...p.controls.inputs, ...inputs] },
    }));
  let says: string;
  if (doc.controls.inputs.length) says = 'Every input has its own line.';
  else if (isPlayedOnPads(doc)) says = 'A pad from outside needs no wires here.';
  else if (forHoles.length) says = 'No inputs yet. Next: a key for each hole of the shell.';
  else says = 'No inputs yet. Next: the usual keys, or one after another.';
  return (
    <>
      {shown === 'press' && <PressTest />}
      {shown === 'board' && <KeptBoard />}
      {shown === 'serial' && <SerialPads />}
      {!OWN_PAGES.has(shown) && (
        <div className="centre">
          <div className="mat" ref={ref} style={{ flex: '0 0 330px' }} hidden={shown === 'lag'}>
            <BodyTabs over />
            {size.w > 0 && (
              <FaceMap
                scene={scene}
                map={map}
                width={size.w}
                height={size.h}
                chosen={chosen}
                onChoose={(id) => choose(id === chosen ? undefined : id)}
                onMove={set}
              />
            )}
          </div>
          <ViewTabs />
          <div className="sheet" style={{ paddingTop: 12 }}>
            {shown === 'games' && <GamesView />}
            {shown === 'lag' && <LagView />}
            {shown !== 'games' && shown !== 'lag' && (
              <>
                <div className="row">
                  <p className="note grow">{map.total.working[0]}</p>
                  <label className="row note">
                    Read by{' '}
                    <Select
                      size="small"
                      aria-label="Button route"
                      value={doc.controls.route}
                      style={{ width: 150 }}
                      onChange={(route: Project['controls']['route']) =>
                        edit((p) => ({ ...p, controls: { ...p.controls, route } }))
                      }
                      options={ROUTES.map((r) => ({ value: r, label: ROUTE_WORDS[r] }))}
                    />
                  </label>
                  {forHoles.length > 0 && (
                    <Button size="small" type="primary" onClick={() => addAll(forHoles)}>
                      {forHoles.length === 1
                        ? 'A key for the free hole'
                        : `${forHoles.length} keys for the free holes`}
                    </Button>
                  )}
                  {forHoles.length === 0 && hasFace && (
                    <Button
                      size="small"
                      type="primary"
                      onClick={() => addAll(keysInOwnHoles(doc, scene))}
                    >
                      The usual keys
                    </Button>
                  )}
                  <Button
                    size="small"
                    type={forHoles.length > 0 || hasFace ? 'default' : 'primary'}
                    onClick={add}
                  >
                    Add an input
                  </Button>
                </div>
                {shown === 'ways' && <RouteTable />}
                {shown === 'pins' && <Header map={map} />}
                {shown === 'inputs' && (
                  <InputTable
                    chosen={chosen}
                    onChoose={choose}
                    onSet={set}
                    onRemove={(id) =>
                      edit((p) => ({
                        ...p,
                        controls: {
                          ...p.controls,
                          inputs: p.controls.inputs.filter((x) => x.id !== id),
                        },
                      }))
                    }
                  />
                )}
                {shown === 'inputs' && <LadderPanel />}
              </>
            )}
          </div>
        </div>
      )}
      <aside className="side" aria-label="Controls findings">
        <Findings station="controls" title="What clashes" empty={says} />
        <section>
          <h3>Games</h3>
          {!isPlayedOnPads(doc) &&
            familyMaps(doc, scene).map((m) => (
              <p key={m.family} className="note">
                {familySentence(m)}
              </p>
            ))}
          <Select
            mode="multiple"
            size="small"
            aria-label="Game families"
            style={{ width: '100%', marginTop: 4 }}
            placeholder="game families wanted"
            value={doc.brief.families}
            onChange={(families: GameFamily[]) =>
              edit((p) => ({ ...p, brief: { ...p.brief, families } }))
            }
            options={Object.keys(COVERAGE).map((f) => ({ value: f, label: f }))}
          />
        </section>
        {hasSystemIn(doc) && <Exports />}
      </aside>
    </>
  );
}

/** Overlay and mapping are for a computer board; one with chips of its own takes neither. */
const hasSystemIn = (p: Project): boolean => {
  const host = hostsOf(present(p).kit.items.map((item) => ({ part: partOf(p, item) })))[0];
  return host === undefined || hasSystem(host.part);
};
