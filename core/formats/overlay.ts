/**
 * Device-tree overlay source for buttons on header lines (`gpio-keys`): active-low, pulled up,
 * gamepad event codes.
 */
import { BadInput, type Project } from '../model';
import { buttonMap, debounceMs, EVENT_CODES } from '../controls';

/** Active low (1) with the line's own pull-up (16): dt-bindings/gpio. */
const ACTIVE_LOW_PULL_UP = 0x11;

/** Text that is safe between double quotes in device-tree source: printable, no quote or backslash. */
export const dtsText = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .replace(/["\\]/g, "'")
    .replace(/[<>&;{}]/g, ' ')
    .slice(0, 60)
    .trim() || 'pad';

/**
 * Overlay source of a build.
 *
 * @throws BadInput when the SBC's root compatible has not been given: it is asked, never guessed
 */
export function overlaySource(p: Project): string {
  const root = p.controls.compatible;
  if (!root) {
    throw new BadInput(
      'controls.compatible',
      'Type the root "compatible" of your SBC\'s device tree first; on the SBC: cat /proc/device-tree/compatible.',
    );
  }
  const map = buttonMap(p);
  const clash = map.findings.find((f) => f.check === 'pins' && f.verdict === 'hit');
  if (clash) {
    throw new BadInput(
      'controls.inputs',
      `${clash.title}: ${clash.what}. Clear that before the overlay is made.`,
    );
  }
  const keys = map.inputs.filter((m) => m.gpio !== undefined && m.input.routed);
  if (!keys.length) {
    throw new BadInput(
      'controls.inputs',
      'No button sits on a header line, so there is nothing to put in an overlay.',
    );
  }
  const label = p.controls.gpioLabel ?? 'gpio';
  return [
    '/dts-v1/;',
    '/plugin/;',
    '',
    '/ {',
    `\tcompatible = "${dtsText(root)}";`,
    '',
    '\tfragment@0 {',
    '\t\ttarget-path = "/";',
    '\t\t__overlay__ {',
    '\t\t\tdeft_pad: deft-pad {',
    '\t\t\t\tcompatible = "gpio-keys";',
    `\t\t\t\tlabel = "${dtsText(p.name)}";`,
    '',
    ...keys.flatMap((m) => [
      `\t\t\t\tkey-${m.input.id} {`,
      `\t\t\t\t\tlabel = "${dtsText(m.input.name)}";`,
      `\t\t\t\t\tlinux,code = <0x${EVENT_CODES[m.input.functions[0]].toString(16)}>;`,
      `\t\t\t\t\tgpios = <&${label} ${m.gpio} 0x${ACTIVE_LOW_PULL_UP.toString(16)}>;`,
      `\t\t\t\t\tdebounce-interval = <${debounceMs(p)}>;`,
      '\t\t\t\t};',
    ]),
    '\t\t\t};',
    '\t\t};',
    '\t};',
    '};',
    '',
  ].join('\n');
}
