/** The open book of the shell, or the drawing of the value to read next. */
import { useMemo } from 'react';
import type { Body } from '@deft/core/model';
import { type Page, spreadOf } from '../../../book/spread';
import { useBuild } from '../../../state/build';
import { useSize } from '../../../ui/useSize';
import { UnderlayImage } from '../picture/UnderlayImage';
import { NextValue, ShellBook } from '../ShellBook';
import type { FirstValues, Things } from './useReadings';

export function ReadingsMat({
  body,
  first: { shown, isPlate },
  things,
}: {
  body: Body | undefined;
  first: FirstValues;
  things: Things;
}) {
  const { key } = useBuild('key');
  const [ref, size] = useSize<HTMLDivElement>();
  const { shell, thing } = things;
  const spread = useMemo(
    () => (body && size.w > 0 ? spreadOf(body, size.w, size.h) : undefined),
    [body, size],
  );
  const underlay = (page: Page) =>
    body?.underlays
      ?.filter((u) => u.piece === page.piece.id && u.fade > 0)
      .map((u) => (
        <UnderlayImage
          key={u.id}
          build={key}
          body={body}
          underlay={u}
          page={page}
          spread={spread!}
        />
      ));
  return (
    <div className="mat" ref={ref}>
      {shell && spread && (
        <ShellBook
          shell={shell}
          spread={spread}
          chosen={things.chosen}
          onChoose={things.choose}
          placing={things.placing !== undefined}
          onPlace={things.place}
          datums={things.datums}
          datumPiece={thing?.piece}
          onDatum={things.measureFrom}
          underlay={underlay}
        />
      )}
      {!(shell && spread) && size.w > 0 && shown && (
        <NextValue
          width={size.w}
          height={size.h}
          field={shown.key}
          label={`${shown.label}, ${shown.tool}`}
          n={shown.n}
          isPlate={isPlate}
        />
      )}
    </div>
  );
}
