import { KINDS } from '../../../core/kinds/index.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import type { TouchUpRecipe } from '../../../record/work/touch-up.ts';
import { Columns, Row } from '../layout.tsx';

/** A repair step by step, with what is mixed for each. */
export function RepairSteps({ steps, stack }: { steps: TouchUpRecipe['steps']; stack: Stack }) {
  return (
    <ul className="plain">
      {steps.map(({ what, how, layer, strength, mix }, i) => {
        const kind = layer === null ? undefined : stack[layer]?.kind;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its place
          <li key={i}>
            <Columns of="28px 1fr auto" gap="near" line padTop="close" padBottom="close">
              <b className="mono">{i + 1}</b>
              <div>
                <b>{what}.</b> {how}
                {kind && (
                  <div className="soft">
                    with the {KINDS[kind].label.toLowerCase()}
                    {strength < 1 && ', half as strong as it was'}
                  </div>
                )}
              </div>
              <div>
                {mix.map((m) => (
                  <Row key={m.what} gap="near" between>
                    <span>{m.what}</span>
                    <span className="mono">{m.said}</span>
                  </Row>
                ))}
              </div>
            </Columns>
          </li>
        );
      })}
    </ul>
  );
}
