/** The one sheet of keys. */
const KEYS: ReadonlyArray<[string, string]> = [
  ['Tab', 'next part, finding or field'],
  ['Arrows', 'move the part 0.5 mm; Shift 5 mm; Alt 0.1 mm'],
  ['Ctrl + arrow', 'slide until it would touch'],
  ['R, Shift R', 'quarter turn, the other way'],
  ['V', 'turn it over'],
  ['X', 'the other half'],
  ['N, Shift N', 'next finding, the one before'],
  ['D', 'headroom as a heat picture'],
  ['+, -, 0', 'closer, further, the whole book'],
  ['S', 'the chosen finding in the middle, closer'],
  ['L', 'a loupe under the pointer'],
  ['F', 'the profile line follows the pointer'],
  ['C, 3', 'close the book, look at it in 3D'],
  ['W', 'the layout in words'],
  ['A', 'arrange for me'],
  ['I', 'wires: ways, lengths, colours'],
  ['M', 'measure between any two things'],
  ['T', 'test fits'],
  ['H', 'in the hands: balance, thumbs, what sets each size'],
  ['/', 'find anything'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['Alt 1 to 8', 'stations in working order'],
  ['?', 'this sheet'],
];

export const Keys = ({ onClose }: { onClose: () => void }) => (
  <div className="over" role="dialog" aria-modal="true" aria-label="Keys" onClick={onClose}>
    <div onClick={(e) => e.stopPropagation()}>
      <div className="row">
        <h2 className="grow">Keys</h2>
        <button type="button" className="plain kbd" onClick={onClose} autoFocus>
          Esc
        </button>
      </div>
      <table className="plain" style={{ marginTop: 8 }}>
        <tbody>
          {KEYS.map(([k, v]) => (
            <tr key={k}>
              <td className="nowrap">
                <span className="kbd">{k}</span>
              </td>
              <td>{v}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  </div>
);
