/** From where the sound comes to what is heard. */
import { type Change, isHost, type Part } from '../../model';
import { portsOf } from '../../kit';
import { gives, type Mends, takes } from './mending';

/** What amplifiers and speakers usually are, Ω. */
const AMP_OHM = 4;
const SPEAKER_OHM = 8;

const givesLine = (q: Part): boolean => gives(q, 'line') && q.family === 'audio';

export const soundMends: Mends = {
  none: (m) => {
    m.add((q) => q.amp !== undefined && takes(q, 'i2s'), speakerToo(m.library));
    m.way('silent', 'No sound wanted', 'silent games', [{ do: 'sound', set: { none: true } }], 8);
  },
  amp: (m) =>
    m.add(
      (q) => q.amp !== undefined && (takes(q, 'i2s') || m.kit.ends('line', 'gives').length > 0),
    ),
  source: (m) => {
    m.swap(m.finding.about[0], (q) => q.amp !== undefined || gives(q, 'line'));
    m.swap(m.computer, (q) => isHost(q) && gives(q, 'i2s'));
  },
  conversion: (m) => {
    m.add(givesLine);
    m.swap(m.finding.about[0], (q) => q.amp !== undefined && takes(q, 'i2s'));
  },
  speaker: (m) => {
    const least = m.kit.all.find((x) => x.part.amp)?.part.amp?.minOhm ?? AMP_OHM;
    m.add((q) => q.speaker !== undefined && q.speaker.ohm >= least);
  },
  ohm: (m) => {
    const least = m.about(1)?.part.amp?.minOhm ?? AMP_OHM;
    const coil = m.about(0)?.part.speaker?.ohm ?? SPEAKER_OHM;
    m.swap(m.finding.about[0], (q) => q.speaker !== undefined && q.speaker.ohm >= least);
    m.swap(m.finding.about[1], (q) => q.amp !== undefined && q.amp.minOhm <= coil);
  },
  volume: (m) => {
    m.way(
      'menu',
      'Set the volume in the menu or with a chord',
      'no part',
      [{ do: 'sound', set: { volume: 'menu' } }],
      1,
    );
    m.add((q) => q.words.includes('volume') && q.words.includes('pot'), [], 2);
  },
  headphones: (m) => {
    m.add(givesLine);
    m.way(
      'no-jack',
      'Leave the jack out',
      'no headphones',
      [{ do: 'drop', item: m.finding.about[0]! }],
      6,
    );
  },
  jack: (m) =>
    m.swap(m.finding.about[0], (q) =>
      portsOf(q).some(
        (x) => x.form === 'jack-3.5' && x.carries === 'line' && x.role === 'takes' && x.switching,
      ),
    ),
};

/** A speaker the usual amplifiers drive, so that one answer makes the whole chain. */
const speakerToo = (library: readonly Part[]): Change[] => {
  const part = library.find((q) => q.speaker?.ohm === SPEAKER_OHM);
  return part ? [{ do: 'add', part }] : [];
};
