/** Sound: source, conversion, volume, jack switch, amplifier, speaker. */
import { hasSystem, isDevice } from '../model';
import { type Chain, ChainMaker } from './chain';
import type { Fitted, Kit } from './fitted';

export function soundChain(k: Kit): Chain {
  const m = new ChainMaker('sound');
  if (k.p.sound.none) return m.unwanted('No sound wanted.');
  const amps = k.ends('speaker', 'gives');
  const speakers = k.ends('speaker', 'takes');
  const jacks = k.ends('line', 'takes').filter((e) => e.port.form === 'jack-3.5');
  const kept = k.p.donor?.kept.find((q) => q.kind === 'sound board');
  const keptSpeaker = k.p.donor?.kept.find((q) => q.kind === 'speaker');
  if (!amps.length && !speakers.length && !jacks.length && !kept && k.p.way === 'tv box') {
    return m.unwanted('A TV box sends its sound with the picture.');
  }
  if (!k.computer) return m.unwanted('Waits for the computer.');
  if (isDevice(k.computer.part) && !amps.length && !speakers.length && !jacks.length) {
    return m.unwanted('The device sounds itself.');
  }
  m.chain.begun = amps.length + speakers.length + jacks.length > 0;
  if (k.computer) {
    m.link({ name: k.computer.item.name, item: k.computer.item.id, note: 'plays the sound' });
  }
  const amp = amps[0]?.of;
  if (amp) {
    const wants = amp.ports.find(
      (q) =>
        q.role === 'takes' && (q.carries === 'i2s' || q.carries === 'line' || q.carries === 'hdmi'),
    );
    if (wants?.carries === 'i2s') direct(k, m, 'i2s', amp);
    else if (wants?.carries === 'line') converted(k, m, amp);
    volume(k, m);
    let wanted: string;
    if (wants?.carries === 'i2s') {
      wanted = hasSystem(k.computer.part) ? 'I2S on the header' : 'I2S, soldered';
    } else if (wants?.carries === 'hdmi') wanted = 'with the picture';
    else wanted = 'line level';
    m.part(
      amp,
      amp.part.amp
        ? `${amp.part.amp.channels === 2 ? 'stereo' : 'mono'}, from ${amp.part.amp.minOhm} Ω`
        : 'amplifier',
      wanted,
    );
  } else if (kept) {
    converted(k, m, undefined, kept.name);
    m.link({
      name: kept.name,
      note: 'kept; judge its old input level against line level',
      joint: 'line level',
    });
  } else if (speakers.length) {
    volume(k, m);
    m.broken(
      'amp',
      'No amplifier',
      `${speakers[0]!.of.item.name} cannot be driven by a computer's pins.`,
      [
        'A small amplifier board between them: I2S has no noise from USB, an analog one takes a volume pot.',
      ],
      [speakers[0]!.of.item.id],
    );
  }
  if (!amp && !kept && !speakers.length && !jacks.length) {
    m.broken('none', 'No sound yet', 'No amplifier, speaker or headphone jack in the kit.', [
      'Choose one, or say that no sound is wanted.',
    ]);
    return m.chain;
  }
  jackSwitch(
    k,
    m,
    jacks.map((j) => j.of),
    amps.length > 0 && speakers.length > 0,
  );
  if (speakers.length) {
    const s = speakers[0]!.of;
    if (amp?.part.amp && s.part.speaker && s.part.speaker.ohm < amp.part.amp.minOhm) {
      m.broken(
        'ohm',
        `${s.part.speaker.ohm} Ω on an amplifier for ${amp.part.amp.minOhm} Ω and up`,
        `${s.item.name} asks more current than ${amp.item.name} gives.`,
        ['The lower the resistance, the higher the current: the amplifier overheats or cuts off.'],
        [s.item.id, amp.item.id],
      );
    }
    m.part(
      s,
      s.part.speaker ? `${s.part.speaker.ohm} Ω, ${s.part.speaker.ratedW} W` : 'speaker',
      amp?.part.amp?.bridged ? 'two wires, neither to ground' : 'two wires',
    );
  } else if (keptSpeaker) {
    m.link({ name: keptSpeaker.name, note: 'kept; measure its ohms', joint: 'two wires' });
  } else if ((amp || kept) && !jacks.length) {
    m.broken(
      'speaker',
      'No speaker',
      `${amp?.item.name ?? kept!.name} plays into nothing.`,
      ['Choose a speaker for its ohms and watts, with a grille open enough.'],
      amp ? [amp.item.id] : [],
    );
  }
  return m.chain;
}

function direct(k: Kit, m: ChainMaker, carries: 'i2s', amp: Fitted): void {
  if (!k.ends(carries, 'gives').length) {
    m.broken(
      'source',
      'No I2S from the computer',
      `${amp.item.name} wants it; ${k.computer!.item.name} gives none.`,
      [],
      [amp.item.id, k.computer!.item.id],
    );
  }
}

/** Line level comes from a USB card, a filter behind two PWM pins, a driver board, or the computer's own. */
function converted(k: Kit, m: ChainMaker, amp: Fitted | undefined, kept?: string): void {
  const from = k.ends('line', 'gives').find((e) => e.of !== amp);
  const name = amp?.item.name ?? kept!;
  if (!from) {
    return m.broken(
      'conversion',
      'No line level for the amplifier',
      `${name} takes analog sound; nothing here gives any.`,
      ['A USB sound card, a filter behind two PWM pins, or an I2S amplifier instead.'],
      amp ? [amp.item.id] : [],
    );
  }
  if (from.of === k.computer) return;
  const feed = from.of.ports.find(
    (q) =>
      q.role === 'takes' && (q.carries === 'usb' || q.carries === 'pwm' || q.carries === 'hdmi'),
  );
  if (feed?.carries === 'pwm' && !k.ends('pwm', 'gives').length) {
    m.broken(
      'source',
      'No PWM from the computer',
      `${from.of.item.name} filters PWM; ${k.computer!.item.name} gives none.`,
      [],
      [from.of.item.id, k.computer!.item.id],
    );
  }
  let makes: string;
  if (feed?.carries === 'usb') makes = 'USB to line level';
  else if (feed?.carries === 'pwm') makes = 'smooths the PWM pins';
  else makes = 'line level';
  let whence: string;
  if (feed?.carries === 'usb') whence = 'USB';
  else if (feed?.carries === 'pwm') whence = 'two pins';
  else whence = 'with the picture';
  m.part(from.of, makes, whence);
  if (amp?.part.amp?.channels === 1) {
    m.note(
      'Stereo into one channel: sum left and right through two equal resistors, never straight together.',
    );
  }
}

function volume(k: Kit, m: ChainMaker): void {
  const pot = k.all.find((x) => x.part.words.includes('volume') && x.part.words.includes('pot'));
  const own = k.all.find(
    (x) =>
      x.part.amp &&
      x.part.blocks.some((b) => b.name.includes('volume') && !x.item.struck.includes(b.id)),
  );
  const keys =
    k.p.controls.inputs.filter(
      (i) => i.functions[0] === 'volume-up' || i.functions[0] === 'volume-down',
    ).length === 2;
  const wheel = k.p.donor?.kept.find((q) => q.kind === 'wheel');
  if (pot) m.part(pot, 'sets the volume', 'three wires');
  else if (own) m.link({ name: 'Volume pot', item: own.item.id, note: `on ${own.item.name}` });
  else if (wheel && !k.p.sound.volume) {
    m.link({
      name: wheel.name,
      note: 'kept: wire it as the volume pot, or read it through a converter channel',
    });
  } else if (keys) m.link({ name: 'Volume keys', note: 'set by the system' });
  else if (k.p.sound.volume === 'menu') {
    m.link({ name: 'Volume', note: 'set in the menu or with a chord' });
  } else {
    m.broken('volume', 'No volume control', 'Nothing sets how loud it is.', [
      'A wheel, two keys, or say that it is set in the menu.',
    ]);
  }
}

function jackSwitch(k: Kit, m: ChainMaker, jacks: readonly Fitted[], speaker: boolean): void {
  const jack = jacks[0];
  if (!jack) return;
  if (!k.ends('line', 'gives').length) {
    m.broken(
      'headphones',
      'No signal for the headphones',
      `${jack.item.name} wants line level; nothing here gives any.`,
      [
        'A bridged I2S amplifier has no headphone signal: its outputs must never touch a common ground.',
      ],
      [jack.item.id],
    );
  } else if (speaker && !jack.ports.find((q) => q.form === 'jack-3.5')?.switching) {
    m.broken(
      'jack',
      'Plugging in does not mute the speaker',
      `${jack.item.name} has no switch contacts.`,
      ["A switching jack breaks the speaker's line when a plug goes in."],
      [jack.item.id],
    );
  }
  m.part(jack, 'headphones; plugging in mutes the speaker', 'line level');
}
