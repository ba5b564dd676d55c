/** The one sheet of keys, drawn from their table. */
import { KEY_SHEET } from '../keys/table';

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
          {KEY_SHEET.map(({ shown, words }) => (
            <tr key={shown}>
              <td className="nowrap">
                <span className="kbd">{shown}</span>
              </td>
              <td>{words}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  </div>
);
