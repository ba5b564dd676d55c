/** What the overlay must know of a chip on I2C: what its driver binds to, its address, its bus. */
import { useState } from 'react';
import { Input } from 'antd';
import { USUAL_BUS } from '@deft/core/formats';
import { BusChip } from '@deft/core/model';
import { Bad } from '../../ui/Bad';

export function ChipFields({
  what,
  chip,
  usualAddress,
  onSet,
}: {
  /** "expander", "converter". */
  what: string;
  chip: BusChip;
  usualAddress: number;
  /** @param key  which of them, for edits in a row */
  onSet: (chip: BusChip, key: string) => void;
}) {
  const [address, setAddress] = useState(hexOf(chip.address));
  const [bad, setBad] = useState<string>();
  const set = (change: BusChip, key: string): void => {
    const read = BusChip.safeParse({ ...chip, ...change });
    setBad(read.success ? undefined : read.error.issues[0]!.message);
    if (read.success) onSet(read.data, key);
  };
  const id = `chip-${what}`;
  return (
    <>
      <label htmlFor={id} className="note">
        "compatible" of the {what}'s chip
      </label>
      <Input
        id={id}
        size="small"
        placeholder="maker,number as its driver says"
        maxLength={100}
        value={chip.compatible ?? ''}
        onChange={(e) => set({ compatible: e.target.value }, 'chip')}
      />
      <div className="row note" style={{ marginTop: 6 }}>
        <label className="row">
          address{' '}
          <Input
            size="small"
            aria-label={`Address of the ${what}`}
            placeholder={hexOf(usualAddress)}
            style={{ width: 68 }}
            value={address}
            onChange={(e) => {
              setAddress(e.target.value);
              set({ address: Number(e.target.value || usualAddress) }, 'address');
            }}
          />
        </label>
        <label className="row">
          bus{' '}
          <Input
            size="small"
            aria-label={`Bus of the ${what}`}
            placeholder={USUAL_BUS}
            style={{ width: 68 }}
            defaultValue={chip.bus}
            onChange={(e) => set({ bus: e.target.value || USUAL_BUS }, 'bus')}
          />
        </label>
      </div>
      <Bad said={bad} />
    </>
  );
}

const hexOf = (n: number | undefined): string => (n === undefined ? '' : `0x${n.toString(16)}`);
