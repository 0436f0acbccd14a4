import { type ReactNode, useMemo } from 'react';
import type { Light } from '../../../core/colour/lights.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import type { Layer, Stack } from '../../../core/layers/layer.ts';
import type { MatchProblem } from '../../../core/match/problem.ts';
import type { Finding, Remedy } from '../../../core/rules/index.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { usualWait } from '../../../record/job/rules.ts';
import { saidShelf } from '../../../record/shelf/said.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { type Rules, useDrying } from '../../hooks/rules.ts';
import { Text } from '../layout.tsx';
import { GainOfCoat } from './Foreseen.tsx';
import { FromMix } from './FromMix.tsx';
import { LayerActions, LayerNote } from './LayerActions.tsx';
import { LayerEditor } from './LayerEditor.tsx';
import { LayerTiming } from './LayerTiming.tsx';
import { OwnSearch } from './OwnSearch.tsx';
import type { OpenLayer } from './open-layer.ts';
import { RuleList } from './RuleList.tsx';
import { LayerSentence, SayLayer } from './SayLayer.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  /** The layer that is open, and what is done with it. */
  layer: OpenLayer;
  /** The stack as it is when the hand is calm. */
  settled: Stack;
  light: Light;
  problem: MatchProblem | null;
  barred: readonly string[];
  rules: Rules | null;
  addLayer: ReactNode;
  /** Half with it, half without: both are kept. */
  onBranch: () => void;
  onRemedy: (remedy: Remedy, finding: Finding) => void;
  onAccept: (finding: Finding, accepted: boolean) => void;
  onSettle: () => void;
}

/** The layer in hand: its settings, what the rules say of it, what can be done with it. */
export function LayerInHand(props: Props & { open: Layer; selected: number }) {
  const { bench, model, layer, open, selected, settled, light, problem, barred, rules, addLayer, onSettle } = props;
  const { setOpen, dragOpen } = layer;
  const drying = useDrying(bench);
  const shelf = useMemo(() => saidShelf(bench.shelf), [bench.shelf]);
  const usual = usualWait([...settled.slice(0, selected), open, ...settled.slice(selected + 1)], selected, drying);
  return (
    <>
      <LayerSentence layer={open} shelf={shelf} />
      <SayLayer
        key={`say/${selected}`}
        shelf={shelf}
        keep={`say/${model.wood.id}/${selected}`}
        onLayers={layer.onSaid}
      />
      <RuleList
        key={selected}
        folded
        bench={bench}
        model={model}
        rules={rules}
        at={selected}
        onRemedy={props.onRemedy}
        onAccept={props.onAccept}
      />
      <LayerEditor
        layer={open}
        materials={bench.onHand}
        onChange={setOpen}
        onDrag={dragOpen}
        onSettle={onSettle}
        timing={<LayerTiming layer={open} usual={usual} onChange={setOpen} onSettle={onSettle} />}
      >
        <Text grow>
          <GainOfCoat bench={bench} model={model} stack={settled} light={light} at={selected} />
        </Text>
        <FromMix mixes={bench.shelf.mixes} materials={bench.materials} layer={open} onTake={setOpen} />
        <LayerNote note={open.note ?? ''} onNote={layer.onNote} onSettle={onSettle} />
      </LayerEditor>
      <div className="acts">
        <LayerActions
          name={KINDS[open.kind].label.toLowerCase()}
          off={open.off === true}
          onOff={layer.onOff}
          onTwice={layer.onTwice}
          onBranch={props.onBranch}
          onTakeOut={layer.onTakeOut}
        />
        {addLayer}
        <OwnSearch
          key={selected}
          problem={problem}
          at={selected}
          barred={barred}
          materials={bench.offered}
          onTake={setOpen}
        />
      </div>
    </>
  );
}
