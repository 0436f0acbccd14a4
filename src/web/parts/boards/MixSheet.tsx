import { Button, Checkbox } from '@mui/material';
import { useEffect } from 'react';
import { KINDS, setting } from '../../../core/layers/layer.ts';
import { isShare } from '../../../core/layers/materials.ts';
import {
  flakesFor,
  gramsPerLitre,
  type Pouring,
  pourings,
  SCALE_GRAMS,
  spiritToThin,
} from '../../../core/mix/index.ts';
import type { Recipe } from '../../../shared/board.ts';
import type { Bench } from '../../hooks/bench.ts';
import { useKept } from '../../hooks/kept.ts';
import { gramsText } from '../numbers.ts';

interface MixLayer {
  title: string;
  pours: (Pouring & { key: string; name: string })[];
  cautions: string[];
  make: string;
  note: string;
}

const ML = 1000;

/** How a cut is made: from flakes, and down from the next heavier one that a shop keeps. */
function cutText(pounds: number, litres: number): string {
  const heavier = Math.floor(pounds) + 1;
  const flakes = `${gramsText(flakesFor(pounds, litres))} of flakes to ${(litres * ML).toFixed(0)} mL of spirit`;
  const thinned = `${spiritToThin(heavier, pounds).toFixed(2)} mL of spirit to each mL of a ${heavier}-lb cut`;
  return `A ${pounds}-lb cut: ${flakes}, whole flakes 8–10 h, ground ones 3–4 h, strained; or ${thinned}.`;
}

/** The pours of a recipe, layer by layer, with the running total of the scale. */
function mixLayers(recipe: Recipe, bench: Bench): MixLayer[] {
  return recipe.stack.flatMap((layer, i): MixLayer[] => {
    const info = KINDS[layer.kind];
    const colours = Object.entries(layer.colours).filter(([, s]) => s > 0);
    const medium = layer.medium ? bench.shelf.mediums.find((m) => m.id === layer.medium) : undefined;
    const perLitre = Object.fromEntries(
      colours.map(([id, s]) => [id, gramsPerLitre(bench.materials.colourants[id]?.kind ?? 'dye', s)]),
    );
    const pours = (colours.length > 0 ? pourings(perLitre, recipe.litres) : []).map((pour) => ({
      ...pour,
      key: `${i}/${pour.colourant}`,
      name: bench.materials.colourants[pour.colourant]?.name ?? pour.colourant,
    }));
    const cautions = [
      ...colours.flatMap(([id]) => bench.shelf.colourants.find((c) => c.id === id)?.caution ?? []),
      ...(medium?.caution ? [medium.caution] : []),
    ];
    const volume = `${(recipe.litres * ML).toFixed(0)} mL`;
    const [first] = colours;
    const carrier = first ? bench.materials.colourants[first[0]]?.carrier : '';
    const make =
      first && isShare(bench.materials.colourants[first[0]]?.kind ?? 'dye')
        ? `Make up to ${(recipe.litres * ML).toFixed(0)} g with clear glaze medium (taken at 1 kg/L). Stir, never shake.`
        : `Dissolve in half of the ${carrier}, make up to ${volume} with the rest, strain, let cool.`;
    const cut = medium?.kind === 'sealer' && medium.carrier === 'alcohol' ? setting(layer, 'cut') : null;
    if (pours.length === 0 && !medium && !layer.note) return [];
    return [
      {
        title: `${i + 1}. ${info.label}${medium ? `: ${medium.name}` : ''}`,
        pours,
        cautions: [...new Set(cautions)],
        make: pours.length > 0 ? make : cut === null ? '' : cutText(cut, recipe.litres),
        note: layer.note ?? '',
      },
    ];
  });
}

/** Keeps the screen lit while the sheet is open, where the browser can; taken again when the page is looked at again. */
function useWakeLock() {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let left = false;
    const take = () => {
      if (document.visibilityState !== 'visible' || left) return;
      navigator.wakeLock?.request('screen').then(
        (taken) => {
          if (left) void taken.release();
          else lock = taken;
        },
        // The battery may be low, or the page hidden again.
        () => {},
      );
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      left = true;
      document.removeEventListener('visibilitychange', take);
      lock?.release().catch(() => {});
    };
  }, []);
}

/** The mix sheet, read from two metres: one pour a line, big amount, running scale total, a tick when poured. */
export function MixSheet({ recipe, bench }: { recipe: Recipe; bench: Bench }) {
  const [poured, setPoured] = useKept<string[]>(`poured/${recipe.id}`, []);
  useWakeLock();
  const tick = (key: string) => setPoured(poured.includes(key) ? poured.filter((k) => k !== key) : [...poured, key]);
  return (
    <section aria-label="Mix sheet" style={{ display: 'grid', gap: 18, alignContent: 'start' }}>
      <div style={{ display: 'flex', alignItems: 'baseline', gap: 16 }}>
        <h2 style={{ margin: 0 }}>Mix sheet, recipe {recipe.number}</h2>
        <span>{Number(recipe.litres.toPrecision(4))} L batch, by weight</span>
        <Button className="noprint" sx={{ marginLeft: 'auto' }} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {mixLayers(recipe, bench).map((layer) => (
        <div key={layer.title}>
          <h3 style={{ margin: '0 0 4px' }}>{layer.title}</h3>
          {layer.pours.map((pour) => (
            <div
              key={pour.key}
              style={{
                display: 'grid',
                gridTemplateColumns: '44px 1fr auto 112px',
                gap: 14,
                alignItems: 'center',
                borderTop: '1px solid var(--line)',
                minHeight: 58,
                opacity: poured.includes(pour.key) ? 0.45 : 1,
              }}
            >
              <Checkbox
                checked={poured.includes(pour.key)}
                onChange={() => tick(pour.key)}
                slotProps={{ input: { 'aria-label': `${pour.name} poured` } }}
              />
              <span style={{ fontSize: 20 }}>
                {pour.name}
                <span className="soft" style={{ fontSize: 15, paddingLeft: 12 }}>
                  {pour.parts} {pour.parts === 1 ? 'part' : 'parts'}
                </span>
              </span>
              <span className="mono" style={{ fontSize: 34, fontWeight: 700 }}>
                {gramsText(pour.grams)}
              </span>
              <span className="mono soft" style={{ textAlign: 'right' }}>
                {pour.belowScale ? 'below the scale' : `scale ${pour.total.toFixed(2)}`}
              </span>
            </div>
          ))}
          {layer.pours.some((p) => p.belowScale) && (
            <div className="note" style={{ marginTop: 6 }}>
              Less than the scale’s {SCALE_GRAMS} g: make a larger batch, or dissolve ten times as much in a measured
              volume and take a tenth of it.
            </div>
          )}
          {layer.make && <p style={{ margin: '6px 0' }}>{layer.make}</p>}
          {layer.note && <p style={{ margin: '6px 0' }}>{layer.note}</p>}
          {layer.cautions.map((caution) => (
            <div key={caution} className="note" style={{ marginTop: 6 }}>
              {caution}
            </div>
          ))}
        </div>
      ))}
    </section>
  );
}
