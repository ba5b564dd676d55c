/**
 * C source for a controller board whose inputs the keys pull to ground: scan, debounce and report in
 * plain C99, with a port layer of one function. The USB stack is the builder's to add; the report
 * descriptor it must hand out is in the file.
 */
import { debounceMs } from '../controls';
import { BadInput, type Project } from '../model';
import { pressPlan } from '../press';
import { dtsText } from './overlay';

/** What a comment may hold: nothing ends it, and nothing joins it to the next line. */
const inComment = (text: string): string =>
  dtsText(text)
    .replace(/[*/\\?]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

const hex = (byte: number): string => `0x${byte.toString(16).padStart(2, '0')}`;

/** Items of a HID report descriptor: so many buttons, one bit each, filled up to whole bytes. */
export function reportDescriptor(buttons: number): number[] {
  const fill = (8 - (buttons % 8)) % 8;
  return [
    ...[0x05, 0x01], // usage page: generic desktop
    ...[0x09, 0x05], // usage: game pad
    ...[0xa1, 0x01], // collection: application
    ...[0x05, 0x09], // usage page: buttons
    ...[0x19, 0x01], // from the first
    ...[0x29, buttons], // to the last
    ...[0x15, 0x00], // from 0
    ...[0x25, 0x01], // to 1
    ...[0x75, 0x01], // one bit each
    ...[0x95, buttons], // so many
    ...[0x81, 0x02], // input: data, variable, absolute
    ...(fill ? [0x95, fill, 0x81, 0x03] : []), // input: constant
    0xc0, // end
  ];
}

/**
 * One C file: include it in the project of the board's maker, write the port, call the tick once a
 * millisecond, and hand the report to the USB stack whenever it says that it changed.
 *
 * @throws BadInput  when no controller board reads the keys, or there are none
 */
export function controllerSource(p: Project): string {
  if (p.controls.route !== 'usb') {
    throw new BadInput(
      'controls.route',
      'The keys are not read by a controller board; choose that way first, or take the overlay.',
    );
  }
  const plan = pressPlan(p);
  if (plan.cannot !== undefined) throw new BadInput('controls.inputs', plan.cannot);
  // Keys on lines of the header are the computer's own.
  const keys = plan.keys.filter((k) => k.gpio === undefined);
  if (!keys.length) {
    throw new BadInput('controls.inputs', 'Every key lies on a line of the header.');
  }
  const descriptor = reportDescriptor(keys.length);
  return [
    `/* ${inComment(p.name)}: ${keys.length} keys for a controller board.`,
    ' *',
    ' * It needs two things from outside: deft_port_low, below, and a USB stack that hands out',
    ' * deft_descriptor and sends the report. No stack is in here, and none is claimed.',
    ' *',
    ...keys.map(
      (k, i) => ` * input ${i + 1}: ${inComment(k.name)}, ${k.role}, button ${i + 1} of the report`,
    ),
    ' */',
    '#include <stdint.h>',
    '',
    `#define DEFT_KEYS ${keys.length}`,
    `#define DEFT_REPORT_BYTES ${Math.ceil(keys.length / 8)}`,
    '/* An input must be still for so many milliseconds. */',
    `#define DEFT_STILL_MS ${debounceMs(p)}`,
    '',
    '/* The port: whether an input, counted from 0, is pulled to ground now. Each has its pull-up. */',
    'int deft_port_low(unsigned char input);',
    '',
    `const uint8_t deft_descriptor[${descriptor.length}] = {`,
    ...rows(descriptor.map(hex), 12).map((row) => `    ${row.join(', ')},`),
    '};',
    'const unsigned deft_descriptor_bytes = sizeof deft_descriptor;',
    '',
    'static uint8_t level[DEFT_KEYS];   /* as it was read last */',
    'static uint8_t told[DEFT_KEYS];    /* as it stands in the report */',
    'static int still_ms[DEFT_KEYS];',
    '',
    '/* Once a millisecond: 1 when the report is another than before, else 0. */',
    'int deft_tick(uint8_t report[DEFT_REPORT_BYTES])',
    '{',
    '    int changed = 0;',
    '    unsigned char i;',
    '    for (i = 0; i < DEFT_KEYS; i++) {',
    '        const uint8_t now = deft_port_low(i) ? 1 : 0;',
    '        if (now != level[i]) {',
    '            level[i] = now;',
    '            still_ms[i] = 0;',
    '        } else if (still_ms[i] < 255) {',
    '            still_ms[i]++;',
    '        }',
    '        if (told[i] != level[i] && still_ms[i] >= DEFT_STILL_MS) {',
    '            told[i] = level[i];',
    '            changed = 1;',
    '        }',
    '    }',
    '    for (i = 0; i < DEFT_REPORT_BYTES; i++) {',
    '        report[i] = 0;',
    '    }',
    '    for (i = 0; i < DEFT_KEYS; i++) {',
    '        report[i / 8] = (uint8_t)(report[i / 8] | (told[i] << (i % 8)));',
    '    }',
    '    return changed;',
    '}',
    '',
  ].join('\n');
}

function rows<T>(list: readonly T[], wide: number): T[][] {
  return Array.from({ length: Math.ceil(list.length / wide) }, (_, i) =>
    list.slice(i * wide, (i + 1) * wide),
  );
}
