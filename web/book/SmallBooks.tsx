/** Every body of a build at a glance, each lying open: what is hinged above stands above. */
import { bodiesOf } from '@deft/core/fit';
import { SmallBook } from './SmallBook';
import style from './SmallBook.module.css';

export function SmallBooks({ scene, ...more }: Parameters<typeof SmallBook>[0]) {
  const bodies = bodiesOf(scene);
  if (bodies.length === 1) return <SmallBook scene={scene} {...more} />;
  return (
    <div className={style.books}>
      {[...bodies].reverse().map((body) => (
        <SmallBook
          key={body.shell?.body.id}
          {...more}
          scene={body}
          most={more.most / bodies.length}
          name={`${more.name}: ${body.shell?.body.name ?? 'no body'}`}
        />
      ))}
    </div>
  );
}
