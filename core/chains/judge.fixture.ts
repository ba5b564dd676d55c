/**
 * A second judge of a kit, written apart from the checker: a flat list of what is there and plain
 * questions, with every way of plugging USB tried in turn. Says which links are missing.
 */
import type { Part, Project } from '../model';

export function judge(p: Project): string[] {
  const bad: string[] = [];
  const rows = p.kit.items.map((i) => ({ i, q: p.kit.parts.find((x) => x.id === i.part)! }));
  const any = (f: (q: Part) => boolean) => rows.some((r) => f(r.q));
  const on = (q: Part, carries: string, role: string) =>
    (q.ports ?? []).find((x) => x.carries === carries && x.role === role);
  const sbc = rows.find((r) => r.q.family === 'sbc');
  if (!sbc) return ['picture:computer'];
  const outside = (r: (typeof rows)[number], type: string[]) =>
    r.q.connectors.some(
      (c) =>
        type.includes(c.type) &&
        !r.i.struck.includes(c.block ?? '') &&
        (r.i.reach?.[c.id] ?? c.outside),
    );
  const pack = rows.find((r) => r.q.cell && r.q.cell.kind !== 'bank')?.q.cell;
  const bank = any((q) => q.cell?.kind === 'bank');
  const wall =
    p.power.source === 'wall' || (!p.power.source && p.way === 'tv box' && !pack && !bank);
  // Energy.
  if (!wall && !pack && !bank) bad.push('energy:source');
  const inlet = sbc.q.connectors.find((c) => c.id === 'power');
  if (!wall && !pack && bank && inlet && !sbc.i.struck.includes('power')) {
    const goes = (q: Part) =>
      q.lead?.carries === 'supply' && q.lead.ends.includes(inlet.type as never);
    if (!any(goes)) bad.push('energy:lead');
  }
  if (pack && !wall) {
    if (
      (pack.bare ?? pack.kind === 'cylinder') &&
      !any((q) => q.protects?.series === pack.series)
    ) {
      bad.push('energy:protection');
    }
    const chargers = rows.filter((r) => r.q.charger);
    if (pack.kind !== 'bay' && !chargers.length) bad.push('energy:charger');
    else if (
      pack.kind !== 'bay' &&
      !chargers.some((r) => (r.q.charger!.series ?? 1) === pack.series)
    ) {
      bad.push('energy:series');
    }
    const makers = rows.filter((r) => r.q.converter && r.q.cell === undefined);
    if (!makers.length) bad.push('energy:converter');
    for (const m of makers) {
      if (
        pack.fullV >
        (m.q.converter!.maxInV ?? (m.q.converter!.kind === 'boost' ? m.q.converter!.outV : 24))
      ) {
        bad.push('energy:window');
      }
    }
  }
  // Picture.
  const screen = rows.find((r) => r.q.screen);
  const hdmi = sbc.q.connectors.find(
    (c) => c.type.includes('hdmi') && !sbc.i.struck.includes(c.block ?? ''),
  );
  if (p.way === 'tv box') {
    if (!outside(sbc, ['hdmi', 'mini-hdmi'])) bad.push('picture:tv');
  } else if (!screen) bad.push('picture:screen');
  else {
    const lead = (a: string, b: string) =>
      any((q) => q.lead !== undefined && [...q.lead.ends].sort().join() === [a, b].sort().join());
    const link = screen.q.screen!.link;
    if (link === 'composite' && !on(sbc.q, 'composite', 'gives')) bad.push('picture:link');
    if (link === 'hdmi') {
      if (!hdmi) bad.push('picture:link');
      else if (!lead(hdmi.type, 'hdmi')) bad.push('picture:lead');
    }
    if (link === 'panel') {
      const boards = rows.filter((r) => on(r.q, 'panel', 'gives'));
      const fit = boards.some(
        (b) => on(b.q, 'panel', 'gives')!.count === on(screen.q, 'panel', 'takes')!.count,
      );
      if (!boards.length) bad.push('picture:driver');
      else if (!fit) bad.push('picture:ribbon');
      const socket = fit ? on(boards[0]!.q, 'panel', 'gives') : undefined;
      const tail = screen.q.ribbons![0]!;
      // Contacts lie half a millimetre apart on every tail of the library, 0.3 mm thick.
      if (socket?.pitchMm !== undefined && socket.pitchMm !== 0.5) bad.push('picture:ribbon-pitch');
      if (socket?.endMm !== undefined && socket.endMm !== tail.endMm) {
        bad.push('picture:ribbon-end');
      }
      if (boards.length && fit && !lead(hdmi!.type, 'hdmi')) bad.push('picture:lead');
    }
  }
  // Sound.
  const amp = rows.find((r) => r.q.amp);
  const speaker = rows.find((r) => r.q.speaker);
  const jack = rows.find((r) => on(r.q, 'line', 'takes')?.form === 'jack-3.5');
  const line = any((q) => on(q, 'line', 'gives') !== undefined);
  if (!p.sound.none && (p.way !== 'tv box' || amp || speaker || jack)) {
    if (!amp && speaker) bad.push('sound:amp');
    if (amp && !speaker && !jack) bad.push('sound:speaker');
    if (amp && !amp.q.takes && !line) bad.push('sound:conversion');
    if (
      (amp || speaker) &&
      p.sound.volume !== 'menu' &&
      !any((q) => q.words.includes('pot') && q.words.includes('volume')) &&
      p.controls.inputs.filter((i) => i.functions[0].startsWith('volume')).length < 2
    ) {
      bad.push('sound:volume');
    }
    if (amp && speaker && speaker.q.speaker!.ohm < amp.q.amp!.minOhm) bad.push('sound:ohm');
    if (jack && !line) bad.push('sound:headphones');
    else if (jack && amp && speaker && !on(jack.q, 'line', 'takes')!.switching) {
      bad.push('sound:jack');
    }
  }
  // Inputs.
  const { route, inputs } = p.controls;
  if (route === 'wireless') {
    if (!sbc.q.computer?.radio) bad.push('inputs:radio');
  } else {
    if (!inputs.length) bad.push('inputs:none');
    const family = { usb: 'controller', expander: 'expander' }[route as 'usb'];
    if (family) {
      const boards = rows.filter((r) => r.q.family === family && r.q.inputs);
      if (!boards.length) bad.push('inputs:board');
      else if (boards.reduce((s, b) => s + (b.q.inputs ?? 0), 0) < inputs.length) {
        bad.push('inputs:count');
      }
    }
    const count = (role: string) =>
      rows.reduce((s, r) => s + (on(r.q, 'analog', role)?.count ?? 0), 0);
    if (count('takes') > count('gives')) bad.push('inputs:analog');
  }
  // Storage.
  if (
    !outside(sbc, ['card']) &&
    !any((q) => q.family === 'storage' && q.connectors.some((c) => c.type === 'card')) &&
    p.brief.card !== 'open the case'
  ) {
    bad.push('storage:access');
  }
  // The way in for 5 V.
  const eater = rows.find((r) => r.q.charger);
  const panel = rows.find((r) => on(r.q, 'supply', 'gives'));
  if (
    wall
      ? !outside(
          {
            ...sbc,
            q: { ...sbc.q, connectors: sbc.q.connectors.filter((c) => c.name.includes('power')) },
          },
          ['usb-c', 'micro-usb'],
        ) && !panel
      : pack && pack.kind !== 'bay' && eater && !panel && !outside(eater, ['usb-c'])
  ) {
    bad.push('ports:charge');
  }
  if (panel && (wall || (pack && pack.kind !== 'bay'))) {
    const port = on(panel.q, 'supply', 'gives')!;
    if (port.form === 'usb-c' && !port.pullDowns) bad.push('ports:pulldowns');
    if (port.volts![1] > 5.5) bad.push('ports:barrel');
  }
  bad.push(
    ...usb(
      rows.map((r) => r.q),
      sbc.q,
    ),
  );
  // Shutdown.
  let offBy: 'switch' | 'latch' | undefined;
  if (any((q) => q.off?.kind === 'latch')) offBy = 'latch';
  else if (any((q) => q.off?.kind === 'switch')) offBy = 'switch';
  else offBy = undefined;
  const off = p.power.off ?? offBy;
  if (!off) bad.push('shutdown:way');
  if (
    off === 'switch' &&
    !any((q) => q.converter !== undefined && q.pads.some((x) => x.name === 'EN'))
  ) {
    const amps = rows.reduce(
      (s, r) =>
        s +
        (on(r.q, 'rail', 'takes')?.amps ??
          (r.q.draws && (!r.q.ports || r.q.family === 'sbc') ? r.q.draws.peak / 5 : 0)),
      0,
    );
    if (amps > rows.find((r) => r.q.off)!.q.off!.amps) bad.push('shutdown:amps');
  }
  return bad;
}

/** Every way of hanging devices and hubs is tried; what the best of them leaves is missing. */
function usb(parts: readonly Part[], sbc: Part): string[] {
  let own: 2 | 1 | 4;
  if (sbc.id.startsWith('cinder')) own = 4;
  else if (sbc.id.startsWith('teasel')) own = 2;
  else own = 1;
  const needs = parts.flatMap((q) =>
    q.family === 'controller' && !q.ports
      ? [{ id: q.id, need: 1 }]
      : (q.ports ?? [])
          .filter((x) => x.carries === 'usb' && x.role === 'takes' && q.family !== 'hub')
          .map((x) => ({ id: q.id, need: x.speed ?? 1 })),
  );
  const hubs = parts
    .filter((q) => q.family === 'hub')
    .map((q) => ({
      speed: q.ports!.find((x) => x.role === 'gives')!.speed!,
      n: q.ports!.find((x) => x.role === 'gives')!.count!,
    }));
  const spots = [
    ...Array.from({ length: own - hubs.length }, () => 2),
    ...hubs.flatMap((h) => Array.from({ length: h.n }, () => Math.min(2, h.speed))),
  ];
  let best: string[] | undefined;
  const place = (k: number, free: readonly number[], bad: string[]): void => {
    if (best && bad.length >= best.length) return;
    const d = needs[k];
    if (!d) {
      best = bad;
      return;
    }
    if (!free.length) {
      best = ['ports:data'];
      return;
    }
    for (let s = 0; s < free.length; s++) {
      place(
        k + 1,
        free.filter((_, i) => i !== s),
        free[s]! >= d.need ? bad : [...bad, `ports:speed-${d.id}`],
      );
    }
  };
  if (needs.length > spots.length) return ['ports:data'];
  place(0, spots, []);
  return best ?? [];
}
