/** The face over a page that asks for key after key: the one asked for blinks, what is known is lit. */
import { useBuild, useScene } from '../../state/build';
import { useSize } from '../../ui/useSize';
import { FaceMap } from './face/FaceMap';
import type { Lit } from './face/lit';
import style from './asked.module.css';

const nobody = (): void => undefined;

export function LitFace({
  lit,
  isTall = false,
  onChoose = nobody,
}: {
  lit: ReadonlyMap<string, Lit>;
  /** High enough for keys to be pressed on it. */
  isTall?: boolean;
  onChoose?: (id: string) => void;
}) {
  const { check } = useBuild('check');
  const scene = useScene();
  const [ref, size] = useSize<HTMLDivElement>();
  return (
    <div className={`mat ${isTall ? style.tall : style.low}`} ref={ref}>
      {size.w > 0 && (
        <FaceMap
          scene={scene}
          map={check.map}
          width={size.w}
          height={size.h}
          chosen={undefined}
          onChoose={onChoose}
          lit={lit}
        />
      )}
    </div>
  );
}
