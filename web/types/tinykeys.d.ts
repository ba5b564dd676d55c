/** The package ships its types beside an entry that does not name them. */
declare module 'tinykeys' {
  export type KeyBindingMap = Record<string, (event: KeyboardEvent) => void>;
  export function tinykeys(target: Window | HTMLElement, bindings: KeyBindingMap): () => void;
  export function createKeybindingsHandler(bindings: KeyBindingMap): (event: Event) => void;
}
