/**
 * What builders call things, and what they are called here: a query is put into the library's own
 * words before it is looked up. The longer phrase first, each once.
 */
const SAID: ReadonlyArray<readonly [RegExp, string]> = [
  [/\b(single[- ]board|mini|micro) ?(computer|pc)\b|\b(processor|main) ?board\b/g, 'sbc'],
  [/\bpower ?bank\b/g, 'bank'],
  [/\b(aa|aaa|battery|cell) ?(box|case|holder|bay)\b/g, 'bay'],
  [/\bli-?po(lymer)?\b/g, 'pouch'],
  [/\bli-?ion\b|\blithium( (battery|cell|polymer|ion))?\b|\b(accu(mulator)?|akku)\b/g, 'cell'],
  [/\b(io|port|gpio) ?(expander|extender)\b/g, 'expander'],
  [/\b(direction(al)?|cross|d)[- ]?pad\b/g, 'pad plate'],
  [/\b(joy|thumb)[- ]?stick\b/g, 'stick'],
  [/\b(game ?pad|usb encoder|button encoder)\b/g, 'controller'],
  [/\btact(ile)? ?(switch|button)?(es|s)?\b/g, 'tactile'],
  [/\b(shoulder|bumper) ?(button|key)?s?\b/g, 'shoulder'],
  [/\brubber ?(dome|pad|membrane)s?\b/g, 'membrane'],
  [/\b(tft|lcd|oled|ips|monitor)\b/g, 'screen'],
  [/\binch(es)?\b/g, 'in'],
  [/\bamp(lifier)?s?\b/g, 'amp'],
  [/\bsound ?(card|board)\b|\baudio ?(card|board)\b/g, 'audio'],
  [/\b(head|ear)phones?( (socket|jack|plug))?\b|\baudio jack\b/g, 'headphones'],
  [/\bloud ?speaker\b/g, 'speaker'],
  [/\bvolume (knob|wheel|dial)\b|\bpotentiometer\b|\bpoti\b/g, 'pot'],
  [/\bcharg(ing|e) ?(board|module|circuit)\b/g, 'charger'],
  [/\bstep[- ]?up( converter| module)?\b/g, 'boost'],
  [/\bstep[- ]?down( converter| module)?\b/g, 'buck'],
  [/\bvoltage regulator\b/g, 'regulator'],
  [/\b(cable|cord)\b/g, 'lead'],
  [/\bheat ?sink\b/g, 'heat-sink'],
  [/\bstand ?offs?\b|\bspacers?\b/g, 'stand-off'],
  [/\b(micro ?)?sd( card)?\b|\bmemory card\b/g, 'card'],
];

/** The query in the library's words, in lower case. */
export const inOurWords = (query: string): string =>
  SAID.reduce((text, [said, ours]) => text.replace(said, ` ${ours} `), query.toLowerCase());
