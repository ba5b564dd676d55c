/** What else a key does where its own function is free, and which switch it presses. */
import { Select } from 'antd';
import { switchesOf } from '@deft/core/controls';
import { bodiesOf } from '@deft/core/fit';
import { rolesOf } from '@deft/core/games';
import {
  GameFamily,
  type Input as ShellInput,
  INPUT_ROLES,
  type InputRole,
  MOST_FUNCTIONS,
} from '@deft/core/model';
import { useScene } from '../../state/build';
import style from './KeyPlace.module.css';

/** Only what games are played with can be shared. */
const SHARED = INPUT_ROLES.filter((r) => GameFamily.options.some((f) => rolesOf(f).includes(r)));

/** Of the list of switches: whichever lies nearest. */
const NEAREST = '';

export function KeyChoices({
  input,
  onSet,
}: {
  input: ShellInput;
  onSet: (input: ShellInput) => string | undefined;
}) {
  const [own, ...more] = input.functions;
  const switches = bodiesOf(useScene()).flatMap(switchesOf);
  const chosen = input.switch;
  const isChosen = (s: (typeof switches)[number]): boolean =>
    s.item === chosen?.item && s.blocks.includes(chosen.block);
  const press = (key: string): void => {
    const next = { ...input };
    delete next.switch;
    const found = switches.find((s) => keyOf(s) === key);
    onSet(found ? { ...next, switch: { item: found.item, block: found.block } } : next);
  };
  const shown = switches.find(isChosen);
  return (
    <div className={`pair ${style.place}`}>
      <span className="note">Does as well</span>
      <Select
        size="small"
        mode="multiple"
        aria-label={`Does as well, ${input.name}`}
        placeholder="nothing else"
        maxCount={MOST_FUNCTIONS - 1}
        value={more}
        onChange={(next: InputRole[]) => onSet({ ...input, functions: [own, ...next] })}
        options={SHARED.filter((r) => r !== own).map((r) => ({ value: r, label: r }))}
      />
      <span className="note">Presses</span>
      <Select
        size="small"
        aria-label={`Switch of ${input.name}`}
        popupMatchSelectWidth={false}
        value={shown ? keyOf(shown) : NEAREST}
        onChange={press}
        options={[
          { value: NEAREST, label: 'the nearest switch' },
          ...switches.map((s) => ({ value: keyOf(s), label: s.name })),
        ]}
      />
      {more.length > 0 && (
        <span className={`note ${style.wide}`}>
          In games that leave its own free: {own} is what it always is.
        </span>
      )}
    </div>
  );
}

const keyOf = ({ item, block }: { item: string; block: string }): string => `${item} ${block}`;
