/**
 * Device-tree overlay source of the keys: on header lines (`gpio-keys`), on rows and columns of them
 * (`gpio-matrix-keypad`), on an expander and over a serial pad (`gpio-keys-polled` beside the node that
 * tells their lines), and by voltage (`adc-keys`). Active-low, pulled up, gamepad event codes.
 */
import { BadInput, type BusChip, type Input, type Project } from '../model';
import {
  type BusLine,
  type ButtonMap,
  buttonMap,
  debounceMs,
  EVENT_CODES,
  readerInputs,
  tappedCommons,
} from '../controls';
import { ladderPlan, RAIL_V } from '../ladder';
import { clockOf, padBus } from '../padbus';

/** Active low (1) with the line's own pull-up (16): dt-bindings/gpio. */
const ACTIVE_LOW = 0x1;
const PULL_UP = 0x10;
/** Active high, pulled down (32): keys whose common is on 3.3 V. */
const PULL_DOWN = 0x20;
/** An expander has its own pull-ups; without its interrupt line it is asked every so many ms. */
const POLL_MS = 10;
/** A column must be low for so long before its rows are read, µs: wires of a hand's breadth. */
const SETTLE_US = 10;
/** Of an expander, where nothing else was typed: typical. */
export const USUAL_ADDRESS = 0x20;
export const USUAL_CONVERTER_ADDRESS = 0x48;
export const USUAL_BUS = 'i2c1';

/** Text that is safe between double quotes in device-tree source: printable, no quote or backslash. */
export const dtsText = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .replace(/["\\]/g, "'")
    .replace(/[<>&;{}]/g, ' ')
    .slice(0, 60)
    .trim() || 'pad';

const hex = (n: number): string => `0x${n.toString(16)}`;

/** One fragment of an overlay: where it goes, and the lines of its node. */
interface Fragment {
  target: string;
  lines: string[];
}

/** Nodes of keys, each with its line and its code. */
const keyNode = (p: Project, input: Input, gpios: string): string[] => [
  `key-${input.id} {`,
  `\tlabel = "${dtsText(input.name)}";`,
  `\tlinux,code = <${hex(EVENT_CODES[input.functions[0]])}>;`,
  `\tgpios = <${gpios}>;`,
  `\tdebounce-interval = <${debounceMs(p)}>;`,
  '};',
];

const indented = (lines: readonly string[]): string[] => lines.map((l) => (l ? `\t${l}` : l));

/** Keys on lines of their own. */
function lineKeys(p: Project, map: ButtonMap, label: string): string[] {
  const keys = map.inputs.filter((m) => m.gpio !== undefined && m.input.routed);
  if (!keys.length) return [];
  const commons = tappedCommons(p);
  const flagsOf = (id: string): number =>
    commons.get(id)?.isHigh ? PULL_DOWN : ACTIVE_LOW | PULL_UP;
  return [
    'deft_pad: deft-pad {',
    ...indented([
      'compatible = "gpio-keys";',
      `label = "${dtsText(p.name)}";`,
      '',
      ...keys.flatMap((m) =>
        keyNode(p, m.input, `&${label} ${m.gpio} ${hex(flagsOf(m.input.id))}`),
      ),
    ]),
    '};',
  ];
}

/**
 * Rows and columns of a kept board. Columns are driven low one after another, rows are pulled up and
 * read: where keys have diodes, current runs from row to column.
 */
function matrixKeys(p: Project, { matrix }: ButtonMap, label: string): string[] {
  if (!matrix) return [];
  const rows = matrix.lines.filter((l) => l.is === 'row');
  const columns = matrix.lines.filter((l) => l.is === 'column');
  const at = (of: typeof rows, pad: string): number => of.findIndex((l) => l.pad === pad);
  const codeOf = (id: string): number =>
    EVENT_CODES[p.controls.inputs.find((i) => i.id === id)!.functions[0]];
  const gpios = (of: typeof rows, flags: number): string =>
    of.map((l) => `<&${label} ${l.gpio} ${hex(flags)}>`).join(', ');
  const keymap = matrix.keys.map(({ input, row, column }) =>
    hex(at(rows, row) * 2 ** 24 + at(columns, column) * 2 ** 16 + codeOf(input)),
  );
  return [
    'deft_keys: deft-keys {',
    ...indented([
      'compatible = "gpio-matrix-keypad";',
      `debounce-delay-ms = <${debounceMs(p)}>;`,
      `col-scan-delay-us = <${SETTLE_US}>;`,
      'gpio-activelow;',
      `row-gpios = ${gpios(rows, ACTIVE_LOW | PULL_UP)};`,
      `col-gpios = ${gpios(columns, ACTIVE_LOW)};`,
      `linux,keymap = <${keymap.join(' ')}>;`,
    ]),
    '};',
  ];
}

/** A chip on the computer's I2C, as its driver wants to be bound. */
function chipOn(
  chip: BusChip & { compatible: string },
  usualAddress: number,
  node: string,
  lines: readonly string[],
): Fragment {
  const address = chip.address ?? usualAddress;
  return {
    target: `target = <&${chip.bus ?? USUAL_BUS}>;`,
    lines: [
      '#address-cells = <1>;',
      '#size-cells = <0>;',
      '',
      `${node}@${address.toString(16)} {`,
      ...indented([
        `compatible = "${dtsText(chip.compatible)}";`,
        `reg = <${hex(address)}>;`,
        ...lines,
      ]),
      '};',
    ],
  };
}

/** Nodes of keys, and the chip that reads them. */
interface ByChip {
  chip: Fragment;
  nodes: string[][];
}

/** The expander on its bus, and the keys on its inputs in the order they are wired. */
function expanderKeys(p: Project, map: ButtonMap): ByChip | undefined {
  const inputs = p.controls.route === 'expander' ? readerInputs(p, map) : [];
  if (!inputs.length) return undefined;
  const { expander } = p.controls;
  if (!expander?.compatible) {
    throw new BadInput(
      'controls.expander.compatible',
      'Type the "compatible" of the chip on your expander first: its maker\'s name and its number, as the binding of its driver says.',
    );
  }
  const { compatible } = expander;
  return {
    chip: chipOn({ ...expander, compatible }, USUAL_ADDRESS, 'deft_expander: gpio', [
      'gpio-controller;',
      '#gpio-cells = <2>;',
    ]),
    nodes: [
      [
        'deft_pad: deft-pad {',
        ...indented([
          'compatible = "gpio-keys-polled";',
          `label = "${dtsText(p.name)}";`,
          `poll-interval = <${POLL_MS}>;`,
          '',
          ...inputs.flatMap((input, n) =>
            keyNode(p, input, `&deft_expander ${n} ${hex(ACTIVE_LOW)}`),
          ),
        ]),
        '};',
      ],
    ],
  };
}

/** The converter on its bus, and for each channel the levels of its keys, µV. */
function ladderKeys(p: Project): ByChip | undefined {
  const plan = ladderPlan(p);
  if (!plan?.channels.length) return undefined;
  const chip = p.controls.ladder?.chip;
  if (!chip?.compatible) {
    throw new BadInput(
      'controls.ladder.chip.compatible',
      'Type the "compatible" of the converter of your ladder first: its maker\'s name and its number, as the binding of its driver says.',
    );
  }
  const microvolts = (share: number): number => Math.round(share * RAIL_V * 1e6);
  const { compatible } = chip;
  return {
    chip: chipOn({ ...chip, compatible }, USUAL_CONVERTER_ADDRESS, 'deft_adc: adc', [
      '#io-channel-cells = <1>;',
    ]),
    nodes: plan.channels.map(({ channel, steps }) => [
      `deft_ladder_${channel}: deft-ladder-${channel} {`,
      ...indented([
        'compatible = "adc-keys";',
        // Channels are counted from 0 by the driver, from 1 on the board.
        `io-channels = <&deft_adc ${channel - 1}>;`,
        'io-channel-names = "buttons";',
        `keyup-threshold-microvolt = <${microvolts(1)}>;`,
        `poll-interval = <${POLL_MS}>;`,
        '',
        ...steps.flatMap(({ input, level }) => [
          `key-${input.id} {`,
          `\tlabel = "${dtsText(input.name)}";`,
          `\tlinux,code = <${hex(EVENT_CODES[input.functions[0]])}>;`,
          `\tpress-threshold-microvolt = <${microvolts(level)}>;`,
          '};',
        ]),
      ]),
      '};',
    ]),
  };
}

/**
 * A serial pad: a bus made of two lines (`spi-gpio`), on it a register that is read bit after bit
 * (`pisosr-gpio`), and the keys on its bits.
 *
 * Data is read on the first edge of a clock pulse and shifts on the second, so the clock rests high
 * where the register shifts on a rising edge. Of each eight bits the first one told is the highest.
 */
function serialKeys(p: Project, map: ButtonMap, label: string): string[] {
  const { bus } = map;
  if (!bus?.bits.length) return [];
  const pad = padBus(p);
  const lineOf = (is: BusLine['is'], flags: number): string => {
    const { gpio } = bus.lines.find((l) => l.is === is)!;
    return `<&${label} ${gpio} ${hex(flags)}>`;
  };
  const keyed = bus.bits.map(({ input, bit }) => {
    const key = p.controls.inputs.find((i) => i.id === input)!;
    const flags = pad.pressed === 'low' ? ACTIVE_LOW : 0;
    return keyNode(p, key, `&deft_bus ${wordPlace(bit)} ${hex(flags)}`);
  });
  return [
    'deft_spi: spi {',
    ...indented([
      'compatible = "spi-gpio";',
      '#address-cells = <1>;',
      '#size-cells = <0>;',
      `sck-gpios = ${lineOf('clock', 0)};`,
      `miso-gpios = ${lineOf('data', 0)};`,
      'num-chipselects = <0>;',
      '',
      'deft_bus: gpio@0 {',
      ...indented([
        'compatible = "pisosr-gpio";',
        'reg = <0>;',
        'gpio-controller;',
        '#gpio-cells = <2>;',
        `ngpios = <${8 * Math.ceil(pad.bits / 8)}>;`,
        `load-gpios = ${lineOf('latch', pad.loads === 'high' ? 0 : ACTIVE_LOW)};`,
        `spi-max-frequency = <${clockOf(pad)}>;`,
        ...(pad.shiftsOn === 'rising' ? ['spi-cpol;'] : []),
      ]),
      '};',
    ]),
    '};',
    '',
    'deft_pad: deft-pad {',
    ...indented([
      'compatible = "gpio-keys-polled";',
      `label = "${dtsText(p.name)}";`,
      `poll-interval = <${POLL_MS}>;`,
      '',
      ...keyed.flat(),
    ]),
    '};',
  ];
}

/** The driver's number of a bit: bytes as they are told, in each the first bit highest. */
const wordPlace = (bit: number): number => 8 * Math.floor(bit / 8) + 7 - (bit % 8);

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
  const label = p.controls.gpioLabel ?? 'gpio';
  const expander = expanderKeys(p, map);
  const ladder = ladderKeys(p);
  const onLines = lineKeys(p, map, label);
  const serial = serialKeys(p, map, label);
  // Two nodes of keys would have one name; those on lines are told apart from the others.
  const beside =
    expander || serial.length
      ? onLines.map((l) => l.replace('deft_pad: deft-pad', 'deft_lines: deft-lines'))
      : onLines;
  const nodes = [
    beside,
    matrixKeys(p, map, label),
    ...(expander?.nodes ?? []),
    ...(ladder?.nodes ?? []),
    serial,
  ].filter((n) => n.length);
  if (!nodes.length) {
    throw new BadInput(
      'controls.inputs',
      'No button sits on a header line, an expander, a ladder or a bit of a serial pad, so there is nothing to put in an overlay.',
    );
  }
  const fragments: Fragment[] = [
    ...(expander ? [expander.chip] : []),
    ...(ladder ? [ladder.chip] : []),
    {
      target: 'target-path = "/";',
      lines: nodes.flatMap((n, i) => (i ? ['', ...n] : n)),
    },
  ];
  return [
    '/dts-v1/;',
    '/plugin/;',
    '',
    '/ {',
    ...indented([
      `compatible = "${dtsText(root)}";`,
      ...fragments.flatMap(({ target, lines }, n) => [
        '',
        `fragment@${n} {`,
        ...indented([target, '__overlay__ {', ...indented(lines), '};']),
        '};',
      ]),
    ]),
    '};',
    '',
  ].join('\n');
}
