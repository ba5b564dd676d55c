/** How a key stands in a press test. */
export type Lit = 'asked' | 'right' | 'wrong' | 'waiting';

export const LIT_WORDS: Readonly<Record<Lit, string>> = {
  asked: 'asked for now',
  right: 'answered as planned',
  wrong: 'answered wrongly',
  waiting: 'not pressed yet',
};
