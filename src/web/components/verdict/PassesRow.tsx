import type { Pass } from '../../../core/judge/passes.ts';
import { useTold } from '../use-told.ts';

const MARK = { true: '✓', false: '✕', null: '' } as const;

/** Every pass of a board beside the others, each its own. */
export function PassesRow({ passes }: { passes: readonly Pass[] }) {
  const { words } = useTold();
  return (
    <dl className="passes" aria-label="Passes">
      {passes.map(({ what, says, passed }) => {
        const figure = what === 'colour' || what === 'lightness' || (what === 'even' && says?.startsWith('±'));
        return (
          <div key={what}>
            <dt className="soft">{what}</dt>
            <dd className={passed === null ? 'soft' : ''}>
              {MARK[`${passed}`]} {says === null ? 'not said' : words && figure && passed !== null ? '' : says}
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
