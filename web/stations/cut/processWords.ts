/** Ways of making, in words. */
import type { Process } from '@deft/core/made';

export const PROCESS_WORDS: Readonly<Record<Process, string>> = {
  filament: 'Filament',
  resin: 'Resin',
  sintered: 'Sintered nylon',
};
