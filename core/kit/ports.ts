/**
 * The electrical ends of a part: as written with it, or those usual for its kind; and those an
 * item still has once blocks are off.
 */
import { isHost, type Connector, type Form, type Item, type Part, type Port } from '../model';

type Ends = Omit<Port, 'id'> & { id?: string };
const RAIL: [number, number] = [4.75, 5.25];
/** Highest input of a step-down converter that says none, V: typical. */
const BUCK_MOST_V = 24;

export const isBank = (part: Part): boolean => part.cell?.kind === 'bank';

const at = (c: Connector): { form: Form; block?: string } => ({
  form: c.type as Form,
  ...(c.block === undefined ? {} : { block: c.block }),
});

/** What a part of its kind usually gives and takes. */
export function usualPorts(part: Part): Port[] {
  const out: Ends[] = [];
  const { cell, converter, charger, screen } = part;
  if (cell && !isBank(part)) {
    out.push({
      name: 'cell',
      carries: 'cell',
      role: 'gives',
      form: cell.kind === 'pouch' ? 'two-pin' : 'pads',
      volts: [cell.cutoffV, cell.fullV],
      amps: cell.capacityAh * cell.maxDischargeC,
    });
  }
  if (charger) {
    for (const c of part.connectors.filter((x) => x.outside)) {
      out.push({
        name: c.name,
        carries: 'supply',
        role: 'takes',
        ...at(c),
        padsLeft: true,
        volts: [4.5, 5.5],
        ...(c.type === 'usb-c' ? { pullDowns: true } : {}),
      });
    }
    out.push({ name: 'cell', carries: 'cell', role: 'takes', form: 'two-pin' });
  }
  if (converter) {
    if (!isBank(part)) {
      out.push({
        name: 'input',
        carries: 'cell',
        role: 'takes',
        form: 'pads',
        volts: [
          converter.minInV,
          converter.maxInV ?? (converter.kind === 'boost' ? converter.outV : BUCK_MOST_V),
        ],
      });
    }
    out.push({
      name: `${converter.outV >= 4.7 && converter.outV <= 5.3 ? 5 : converter.outV} V`,
      carries: 'rail',
      role: 'gives',
      form: isBank(part) ? 'usb-a' : 'pads',
      volts: [converter.outV, converter.outV],
      amps: converter.limitA,
    });
  }
  if (part.draws) {
    out.push({
      name: 'power',
      carries: 'rail',
      role: 'takes',
      form: 'pads',
      volts: RAIL,
      amps: part.draws.peak / 5,
    });
  }
  if (screen) {
    const socket = part.connectors.find((c) => c.type === 'hdmi' || c.type === 'mini-hdmi');
    if (screen.link === 'hdmi') {
      out.push({
        name: 'picture in',
        carries: 'hdmi',
        role: 'takes',
        ...(socket ? { ...at(socket), padsLeft: true } : { form: 'pads' as const }),
      });
    } else {
      let form: 'flat' | 'pads' | 'header';
      if (screen.link === 'panel') form = 'flat';
      else if (screen.link === 'composite') form = 'pads';
      else form = 'header';
      out.push({
        name: 'picture in',
        carries: screen.link,
        role: 'takes',
        form,
      });
    }
  }
  if (isHost(part)) out.push(...computerPorts(part));
  if (part.amp) {
    out.push(
      {
        name: 'sound in',
        carries: part.takes?.some((t) => t.signal.startsWith('I2S')) ? 'i2s' : 'line',
        role: 'takes',
        form: part.takes ? 'header' : 'pads',
      },
      {
        name: 'speaker',
        carries: 'speaker',
        role: 'gives',
        form: 'pads',
        count: part.amp.channels,
      },
    );
  }
  if (part.speaker) out.push({ name: 'coil', carries: 'speaker', role: 'takes', form: 'pads' });
  if (part.family === 'controller') {
    out.push({
      name: 'USB',
      carries: 'usb',
      role: 'takes',
      form: 'pads',
      speed: 1,
      amps: (part.draws?.peak ?? 0.25) / 5,
    });
  }
  if (part.family === 'storage') {
    for (const c of part.connectors.filter((x) => x.type === 'card')) {
      out.push({ name: c.name, carries: 'card', role: 'takes', ...at(c) });
    }
  }
  if (part.family === 'expander') {
    out.push({ name: 'I2C', carries: 'i2c', role: 'takes', form: 'header' });
  }
  const seen = new Map<string, number>();
  return out.map((x) => {
    const wish = `${x.carries}-${x.role === 'gives' ? 'out' : 'in'}`;
    const n = (seen.get(wish) ?? 0) + 1;
    seen.set(wish, n);
    return { ...x, id: x.id ?? (n === 1 ? wish : `${wish}-${n}`) };
  });
}

function computerPorts(part: Part): Ends[] {
  const out: Ends[] = [];
  for (const c of part.connectors) {
    const left = part.blocks.find((b) => b.id === c.block)?.removable?.lost.includes('pads remain')
      ? { padsLeft: true }
      : {};
    if (c.type === 'hdmi' || c.type === 'mini-hdmi') {
      out.push({ name: c.name, carries: 'hdmi', role: 'gives', ...at(c), ...left });
    } else if (c.type === 'card') {
      out.push({ name: c.name, carries: 'card', role: 'takes', ...at(c) });
    } else if (c.name.toLowerCase().includes('power')) {
      out.push({
        name: c.name,
        carries: 'supply',
        role: 'takes',
        ...at(c),
        volts: [4.75, 5.25],
        ...(c.type === 'usb-c' ? { pullDowns: true } : {}),
      });
    } else if (c.type.includes('usb')) {
      out.push({
        name: c.name,
        carries: 'usb',
        role: 'gives',
        ...at(c),
        ...left,
        speed: 2,
        amps: 0.6,
        ...(part.blocks.find((b) => b.id === c.block)?.name.includes('stack') ? { count: 2 } : {}),
      });
    }
  }
  if (part.pads.some((p) => p.gpio !== undefined)) {
    for (const carries of ['lines', 'spi', 'parallel', 'i2s', 'pwm', 'i2c'] as const) {
      out.push({
        name: carries === 'lines' ? 'header lines' : carries.toUpperCase(),
        carries,
        role: 'gives',
        form: 'header',
      });
    }
  }
  if (part.computer?.radio) {
    out.push({ name: 'radio', carries: 'radio', role: 'gives', form: 'air' });
  }
  return out;
}

export const portsOf = (part: Part): readonly Port[] => part.ports ?? usualPorts(part);

/** Ports left on an item: those of struck blocks are gone, or only their pads remain. */
export const portsOn = (part: Part, item: Item): Port[] =>
  portsOf(part).flatMap((p): Port[] => {
    if (p.block === undefined || !item.struck.includes(p.block)) return [p];
    return p.padsLeft ? [{ ...p, form: 'pads' }] : [];
  });
