import { z } from 'zod';
import type { Preparation } from '../../core/board/preparation.ts';
import { ZONES } from '../../core/board/wood.ts';
import { reflectanceFromLab } from '../../core/colour/reconstruct.ts';
import { checkStack } from '../../core/layers/check.ts';
import type { Stack } from '../../core/layers/layer.ts';
import { findings, remedyFor, type Severity } from '../../core/rules/index.ts';
import { layerLine } from '../../core/said/sentence.ts';
import { SchoolsSchema, ToolsSchema } from '../../shared/house.ts';
import { AirInput, checked, naming, type ScriptedShelf, StackInput, stackAsked, weatherOf } from './asked.ts';

/** Layers to be judged, with what the shop holds and what the job asks. */
export const RulesInput = StackInput.extend({
  air: AirInput.optional(),
  house: z.strictObject({ schools: SchoolsSchema.optional(), tools: ToolsSchema.optional() }).default({}),
  job: z
    .strictObject({
      /** Square metres of the largest surface. */
      area: z.number().positive('An area is more than nothing.').optional(),
      zones: z.array(z.enum(ZONES)).optional(),
      sunlit: z.boolean().optional(),
      /** L*a*b* of what is wanted, D65 and 10 degrees. */
      target: z.tuple([z.number(), z.number(), z.number()]).optional(),
      /** The other woods of the job, as they are prepared. */
      others: z.array(z.strictObject({ name: z.string(), grit: z.number() })).optional(),
      /** Hours that were kept after each layer. */
      kept: z.array(z.number().nullable()).optional(),
      /** Layers that are on the board. */
      done: z.number().int().min(0).optional(),
    })
    .default({}),
}).strict();

export interface ScriptedFinding {
  rule: string;
  severity: Severity;
  /** The layer's place, from 0; `wood` where it is of the preparation. */
  layer: number | 'wood';
  title: string;
  reason: string;
  /** What mends it and asks for nothing harder: the layers and the preparation as they are then. */
  remedies: { label: string; layers: Stack; preparation: Preparation }[];
}

/** What the rules say of layers, the worst first. @throws FieldError naming the field */
export function rulesFor(asked: unknown, shelf: ScriptedShelf): { sentences: string[]; findings: ScriptedFinding[] } {
  const input = checked(RulesInput, asked);
  return naming(() => {
    const { stack, wood, materials, preparation, facts } = stackAsked(input, shelf);
    checkStack(stack, materials);
    const { target, ...job } = input.job;
    const looked = {
      stack,
      wood,
      materials,
      preparation,
      facts,
      ...input.house,
      ...job,
      weather: weatherOf(input.air),
      target: target ? reflectanceFromLab(target) : null,
    };
    const all = findings(looked);
    return {
      sentences: stack.map((layer) => layerLine(layer, materials)),
      findings: all.map((finding): ScriptedFinding => {
        const remedy = remedyFor(looked, finding, all);
        return {
          rule: finding.id,
          severity: finding.severity,
          layer: finding.at,
          title: finding.title,
          reason: finding.reason,
          remedies: remedy
            ? [
                {
                  label: remedy.label,
                  layers: remedy.change.stack ?? stack,
                  preparation: remedy.change.preparation ?? preparation,
                },
              ]
            : [],
        };
      }),
    };
  });
}
