/** Sound: how loud each speaker plays on the rail it really gets, what it bears, and the chain to it. */
import { Link } from 'react-router';
import { chains } from '@deft/core/chains';
import { EAR_M, loudnessWords, spoken, type Spoken } from '@deft/core/sound';
import { useBuild } from '../../state/build';
import { Findings } from '../../ui/Findings';
import { Working } from '../../ui/Working';
import style from './sound.module.css';

const CM = Math.round(100 * EAR_M);

export default function SoundStation() {
  const { judged } = useBuild('judged');
  const all = spoken(judged);
  const chain = chains(judged).find((c) => c.kind === 'sound');
  return (
    <>
      <div className="centre sheet">
        <header>
          <h1>{title(all, judged.sound.none ?? false)}</h1>
          <p className="note">
            {all.length ? (
              `Turned right up, just before it clips, at ${CM} cm, when everything else draws its peak and the pack is almost empty.`
            ) : (
              <Nothing isUnwanted={judged.sound.none ?? false} />
            )}
          </p>
        </header>
        {chain?.wanted && chain.links.length > 0 && (
          <ol className={style.chain} aria-label="The way of the sound">
            {chain.links.map((l, i) => (
              <li key={l.item ?? `${l.name} ${i}`}>
                <b>{l.name}</b>
                <span className="note">{l.note}</span>
              </li>
            ))}
          </ol>
        )}
        {all.map((s) => (
          <Speaker key={s.speaker.id} spoken={s} />
        ))}
        <p className="caution">
          Headphones: a line that plays a speaker is far too loud for ears. Turn it down before they
          go on; 85 dB for hours already harms.
        </p>
      </div>
      <aside className="side" aria-label="Sound findings">
        <Findings
          station="sound"
          title="What sound says"
          empty="Every speaker is heard, and bears what drives it."
        />
      </aside>
    </>
  );
}

function title(all: readonly Spoken[], isUnwanted: boolean): string {
  const [loudest] = [...all].sort((a, b) => b.levelDb - a.levelDb);
  if (loudest) {
    return `${loudest.levelDb.toFixed(0)} dB ± ${loudest.within}: ${loudnessWords(loudest.levelDb)}`;
  }
  return isUnwanted ? 'No sound wanted' : 'How loud it plays';
}

function Nothing({ isUnwanted }: { isUnwanted: boolean }) {
  if (isUnwanted) return <>This build stays silent. Say otherwise in Kit.</>;
  return (
    <>
      No amplifier with a speaker yet. <Link to="../kit">Choose them</Link>: its ohms, its watts,
      and a grille open enough.
    </>
  );
}

function Speaker({ spoken: s }: { spoken: Spoken }) {
  const most = Math.max(s.ratedW, s.mostWatts) * 1.1;
  const isOver = s.mostWatts > s.ratedW;
  const isMore = s.mostWatts.toFixed(2) !== s.watts.toFixed(2);
  return (
    <section className="card" aria-label={s.speaker.name}>
      <h2>{s.speaker.name}</h2>
      <dl className={style.figures}>
        <dt>At {s.amp.name}</dt>
        <dd>{s.volts.toFixed(2)} V</dd>
        <dt>Before it clips</dt>
        <dd>
          {s.watts.toFixed(2)} W into {s.ohm} Ω
          {isMore && `, ${s.mostWatts.toFixed(2)} W on a full pack`}
          <span className="meter" aria-hidden="true">
            <i
              style={{
                width: `${(100 * s.mostWatts) / most}%`,
                background: isOver ? 'var(--tight)' : 'var(--teal)',
              }}
            />
            <u style={{ left: `${(100 * s.ratedW) / most}%` }} />
          </span>
          <span className="note">bears {s.ratedW} W</span>
        </dd>
        <dt>At {CM} cm</dt>
        <dd>
          {s.levelDb.toFixed(0)} dB ± {s.within}, {loudnessWords(s.levelDb)}
        </dd>
        {s.grille && (
          <>
            <dt>Open before it</dt>
            <dd>
              {s.grille.openMm2.toFixed(0)} mm² of a cone of {s.grille.coneMm2.toFixed(0)} mm² (
              {Math.round((100 * s.grille.openMm2) / s.grille.coneMm2)} %)
            </dd>
          </>
        )}
      </dl>
      <Working lines={s.working} />
    </section>
  );
}
