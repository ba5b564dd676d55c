/** What may come off a part: what that saves, what it takes, and what is lost. */
import { Checkbox } from 'antd';
import { removals, thickness } from '@deft/core/kit';
import { formatMm, type Item, type Part } from '@deft/core/model';
import style from './PartPanel.module.css';

export function ComesOff({
  part,
  item,
  onStrike,
}: {
  part: Part;
  item: Item;
  onStrike: (block: string, isOff: boolean) => void;
}) {
  const off = removals(part, []);
  if (!off.length) return null;
  return (
    <>
      <h3 className={style.heading}>Comes off</h3>
      {off.map(({ block }) => {
        const isStruck = item.struck.includes(block.id);
        const { tool, difficulty, lost } = block.removable!;
        return (
          <div key={block.id} className={style.removal}>
            <Checkbox checked={isStruck} onChange={(e) => onStrike(block.id, e.target.checked)}>
              {block.name}, {savedWords(savedBy(part, item.struck, block.id))}
            </Checkbox>
            <div className={`note ${style.cost}`}>
              {tool} {difficulty}/5
              {isStruck ? `; lost: ${lost}` : ''}
            </div>
          </div>
        );
      })}
    </>
  );
}

/** How much thinner the part is without a block than with it, mm, with the others as they are. */
function savedBy(part: Part, struck: readonly string[], block: string): number {
  const others = struck.filter((b) => b !== block);
  return thickness(part, others).value - thickness(part, [...others, block]).value;
}

const savedWords = (mm: number): string => (mm > 0.05 ? `${formatMm(mm, 1)} mm` : 'no thinner');
