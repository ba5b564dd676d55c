export { chordFindings, chordsOf, chordWays, freeChord, type Chord } from './chords';
export { assigned } from './assigned';
export { ledger, mayDo, WANTED, type DutyLine } from './duties';
export { heldTogether, reaches, type Finger, type Reach } from './hands';
export { keysForHoles, keysInOwnHoles } from './keys';
export { familyMaps, familySentence, ROLE_WORDS, type FamilyMap } from './maps';
export { rolesOf } from './play';
export { wished, wishedFindings, wishedWays, type Wished } from './wished';
