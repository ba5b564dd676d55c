/** What a part dragged from the tray carries. */
export const TRAY_TYPE = 'application/x-deft-item';
