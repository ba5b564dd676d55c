/** The store of one open build. The log is its truth; the engine's verdict follows it. */
import { replaceEqualDeep } from '@tanstack/react-query';
import { createStore, type StoreApi } from 'zustand';
import type { Score } from '@deft/core/brief';
import { STARTER_PARTS } from '@deft/core/catalogue';
import { bodiesOf, Checker, type Scene, sceneOf } from '@deft/core/fit';
import {
  appliedAll,
  bodyFor,
  type Change,
  type Finding,
  inOneBody,
  type Part,
  type Project,
  readProject,
} from '@deft/core/model';
import { type Judgement, unjudged } from '@deft/core/verdict';
import { Engine } from '../engine/engine';
import { withOwn } from './library';
import { type Log, type Move, moved } from './log';
import { keepUndo, logAgain } from './undoKept';
import type { Saving } from './useSaving';

export interface Build {
  key: string;
  doc: Project;
  /** Number of the state that stands, and of the one the verdict is about; they differ while it is checked. */
  at: number;
  judgedAt: number;
  check: Judgement;
  /** The document that the verdict is about. */
  judged: Project;
  /** The engine broke on the state that stands: no verdict can be had. */
  broken: boolean;
  /** Every goal that was set, judged; what is missed first. */
  scores: readonly Score[];
  library: readonly Part[];
  /** Returns a sentence when the edit would make an impossible document; nothing is changed then. */
  edit: (next: Project | ((p: Project) => Project), merge?: string) => string | undefined;
  apply: (changes: readonly Change[]) => void;
  undo: () => void;
  redo: () => void;
  /** What undo and redo would take back or do again, in words; nothing: there is none. */
  undoes: string | undefined;
  redoes: string | undefined;
  /** Another document in its place; returns the number of its state. */
  open: (document: Project) => number;
  saving: Saving | undefined;
  showSaving: (saving: Saving) => void;
  takeParts: (own: readonly Part[]) => void;
  /** The finding in the light, shared by all stations. */
  chosen: string | undefined;
  choose: (id: string | undefined) => void;
  /** Starts the engine; what is returned ends it. */
  begin: () => () => void;
  engine: Engine | undefined;
  /** The body that drawings of one body show; nothing chosen: the first. */
  body: string | undefined;
  showBody: (id: string) => void;
  /** Every body as it stands; and the one on show. */
  sceneNow: () => Scene;
  shownNow: () => Scene;
  /** The build as the body on show is laid out: what lies in others is out of the way. */
  layoutNow: () => Project;
  checkerNow: () => Checker;
}
export type BuildStore = StoreApi<Build>;

export function buildStore(key: string, document: Project): BuildStore {
  let log: Log = logAgain(key, document);
  // Made when somebody asks, each from the one before: from any, the result is the same.
  let scene = sceneOf(document);
  const sceneNow = (): Scene => {
    if (scene.project !== log.document) scene = sceneOf(log.document, scene);
    return scene;
  };

  return createStore<Build>()((set, get) => {
    const shownNow = (): Scene => {
      const whole = sceneNow();
      return bodiesOf(whole).find((s) => s.shell?.body.id === get().body) ?? whole;
    };
    let checker: Checker | undefined;
    const checkerNow = (): Checker => {
      const shown = shownNow();
      if (checker?.scene.project !== shown.project) {
        const isSameBody = checker?.scene.shell?.body.id === shown.shell?.body.id;
        checker = new Checker(shown.project, isSameBody && checker ? checker : shown);
      }
      return checker;
    };
    let layout: { of: Project; body: string | undefined; is: Project } | undefined;
    const layoutNow = (): Project => {
      const body = shownNow().shell?.body.id;
      if (layout?.of !== log.document || layout.body !== body) {
        const is = body === undefined ? log.document : inOneBody(log.document, body);
        layout = { of: log.document, body, is };
      }
      return layout.is;
    };
    const move = (m: Move): void => {
      const next = moved(log, m);
      if (next === log) return;
      log = next;
      set({ doc: log.document, at: log.at, broken: false, ...undoWords(log) });
      get().engine?.follow(log.step, log.document);
    };
    const edit: Build['edit'] = (change, merge) => {
      const after = typeof change === 'function' ? change(log.document) : change;
      if (after === log.document) return undefined;
      const read = readProject(after);
      if (!read.ok) return read.complaints[0]!.sentence;
      move({ do: 'edit', next: after, merge });
      return undefined;
    };
    return {
      key,
      doc: document,
      at: log.at,
      judgedAt: -1,
      check: unjudged(document, scene),
      judged: document,
      broken: false,
      scores: [],
      library: STARTER_PARTS,
      edit,
      apply: (changes) => void edit((p) => appliedAll(p, changes)),
      undo: () => move({ do: 'undo' }),
      redo: () => move({ do: 'redo' }),
      ...undoWords(log),
      open(document) {
        move({ do: 'open', document });
        return log.at;
      },
      saving: undefined,
      showSaving: (saving) => set({ saving }),
      takeParts(own) {
        set({ library: withOwn(own) });
        get().engine?.library(own);
      },
      chosen: undefined,
      choose: (chosen) =>
        set((now) => {
          const finding = now.check.findings.find((f) => f.id === chosen);
          const body = finding && bodyOf(now.doc, finding);
          return body === undefined ? { chosen } : { chosen, body };
        }),
      begin() {
        const engine = new Engine(log.at, log.document, {
          // What did not change stays the same object, and its view is not drawn again.
          judged: ({ at, verdict, scores }, judged) =>
            set((now) => ({
              judgedAt: at,
              check: replaceEqualDeep(now.check, verdict),
              scores: replaceEqualDeep(now.scores, scores),
              judged,
              broken: false,
            })),
          failed: (at) => set({ broken: at === log.at }),
        });
        const { library } = get();
        engine.library(library.filter((part) => !STARTER_PARTS.includes(part)));
        set({ engine });
        const keep = () => keepUndo(key, log);
        window.addEventListener('pagehide', keep);
        return () => {
          window.removeEventListener('pagehide', keep);
          keep();
          engine.close();
          set({ engine: undefined, judgedAt: -1 });
        };
      },
      engine: undefined,
      body: undefined,
      showBody: (body) => set({ body }),
      sceneNow,
      shownNow,
      layoutNow,
      checkerNow,
    };
  });
}

/** The body a finding is seen in; nothing where it is about none. */
function bodyOf(doc: Project, { inBody, about }: Finding): string | undefined {
  if (doc.shell.bodies.length < 2) return undefined;
  return inBody?.body ?? (about[0] === undefined ? undefined : bodyFor(doc, about[0])?.id);
}

const undoWords = (log: Log) => ({
  undoes: log.past.at(-1)?.words,
  redoes: log.future[0]?.words,
});
