/** The two figures by which a part of its kind is chosen, in words. */
import type { Part } from '../model';

const figure = (v: number): string => String(Math.round(v * 100) / 100);

export function keyFigures(part: Part): string[] {
  const { cell, screen, computer, converter, charger, speaker, amp, lead, protects, off } = part;
  if (cell) {
    const many = cell.series > 1 ? `${cell.series} in series` : cell.kind;
    return [`${figure(cell.capacityAh)} Ah`, many];
  }
  if (screen) {
    return [`${figure(screen.diagonalIn)} in`, `${screen.px.join(' × ')}, ${screen.link}`];
  }
  if (computer) return [`class ${computer.speed} of 5`, computer.radio ? 'radio' : 'no radio'];
  if (charger) {
    const charges = `charges at ${figure(charger.kVolts / charger.rProgOhm)} A`;
    return [
      charges,
      ...(converter ? [`gives ${figure(converter.outV)} V, ${figure(converter.limitA)} A`] : []),
    ];
  }
  if (converter) {
    return [converter.kind, `${figure(converter.outV)} V, ${figure(converter.limitA)} A`];
  }
  if (speaker) return [`${figure(speaker.ohm)} Ω`, `${figure(speaker.ratedW)} W`];
  if (amp) return [amp.channels === 2 ? 'stereo' : 'mono', `from ${figure(amp.minOhm)} Ω`];
  if (lead) return [lead.ends.join(' to '), ...(lead.longMm ? [`${lead.longMm} mm`] : [])];
  if (protects) return [`${protects.series} in series`, `${figure(protects.limitA)} A`];
  if (off) return [off.kind, `${figure(off.amps)} A`];
  if (!part.inputs) return [];
  return [part.inputs === 1 ? '1 input' : `${part.inputs} inputs`];
}
