/** A build of the list as it stands: the open book, small, and what it comes to. */
import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { sceneOf } from '@deft/core/fit';
import { SmallBooks } from '../../book/SmallBooks';
import { useGlance } from '../../engine/glance';
import { openBuild } from '../../state/kept';
import { Wedge } from '../../ui/Wedge';
import style from './Home.module.css';

const BOOK = { width: 196, most: 76 };

/** @param version  told by the list: another one is another picture */
function useDocument(build: string, version: number) {
  const found = useQuery({
    queryKey: ['glimpse', build, version],
    queryFn: async () => (await openBuild(build)).document,
    staleTime: Infinity,
  });
  return found.data;
}

export default function Glimpse({
  build,
  version,
  name,
}: {
  build: string;
  version: number;
  name: string;
}) {
  const document = useDocument(build, version);
  const scene = useMemo(() => document && sceneOf(document), [document]);
  const glance = useGlance(document);
  return (
    <>
      {scene ? (
        <SmallBooks scene={scene} {...BOOK} name={`${name}, lying open`} />
      ) : (
        <span className={style.blank} />
      )}
      <p className={style.verdict}>
        {!glance && <span className="note">Checking ...</span>}
        {glance && (
          <>
            {glance.laidOut && <Wedge verdict={glance.worst} />}
            <span>{glance.sentence}</span>
            {glance.goals.of > 0 && (
              <span className="note">
                goals {glance.goals.met}/{glance.goals.of}
              </span>
            )}
            {glance.hours !== undefined && (
              <span className="note" title="On one charge; the working stands in Power.">
                {glance.hours.value.toFixed(1)} ± {glance.hours.u.toFixed(1)} h
              </span>
            )}
          </>
        )}
      </p>
    </>
  );
}
