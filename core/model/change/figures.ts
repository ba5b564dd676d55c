/** Wires, figures of the stations, and what was read and tried. */
import type { Appliers } from './change';
import { takenBack } from './items';

export const onFigures: Appliers<
  'net' | 'drop-net' | 'power' | 'sound' | 'brief' | 'take back' | 'try'
> = {
  net: (p, { net }) => ({
    ...p,
    wiring: { nets: [...p.wiring.nets.filter((n) => n.id !== net.id), net] },
  }),
  'drop-net': (p, { id }) => ({
    ...p,
    wiring: { nets: p.wiring.nets.filter((n) => n.id !== id) },
  }),
  power: (p, { set }) => ({ ...p, power: { ...p.power, ...set } }),
  sound: (p, { set }) => ({ ...p, sound: { ...p.sound, ...set } }),
  brief: (p, { set }) => ({ ...p, brief: { ...p.brief, ...set } }),
  'take back': (p, { readings }) => ({
    ...p,
    kit: { ...p.kit, readings: takenBack(p, (r) => readings.includes(r.id)) },
  }),
  try: (p, { trial }) => {
    const isOther = (t: typeof trial): boolean =>
      t.assumption !== trial.assumption || t.of !== trial.of;
    return { ...p, tried: [...(p.tried ?? []).filter(isOther), trial] };
  },
};
