import { Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { chosen, SCHOOLS, type SchoolId, type SchoolOption } from '../../core/rules/schools.ts';
import { TOOLS, type Tool } from '../../core/rules/tools.ts';
import { changeHouse, effectsOfHouse } from '../../shared/contract/house.ts';
import { type House, HouseEffects } from '../../shared/house.ts';
import { change, send } from '../hooks/api.ts';
import { useVersioned } from '../hooks/versioned.ts';
import { ErrorMessage, sentenceOf } from './ErrorMessage.tsx';
import { Columns, Pile, Row, Text } from './layout.tsx';
import { MeanwhileNote } from './MeanwhileNote.tsx';
import { useToast } from './Toast.tsx';

type Rules = Pick<House, 'schools' | 'tools'>;
type Effects = readonly { job: number; piece: string; wood: string; said: string[]; silent: string[] }[];
const SHOWN = 8;

const rulesText = ({ schools, tools }: Rules) =>
  `${Object.keys(schools).length} schools chosen; ${TOOLS.filter((t) => tools.includes(t.id))
    .map((t) => t.label.toLowerCase())
    .join(', ')}`;

/** What the last choice changed of the open jobs. */
function Changed({ effects }: { effects: Effects }) {
  if (effects.length === 0) return <div className="soft">No open job is changed by it.</div>;
  return (
    <div className="note" role="status">
      {effects.slice(0, SHOWN).map(({ job, piece, wood, said, silent }) => (
        <div key={`${job}/${wood}`}>
          <b>
            {job} {piece}, {wood}:
          </b>{' '}
          {[said.length > 0 && `now said: ${said.join(', ')}`, silent.length > 0 && `no more: ${silent.join(', ')}`]
            .filter(Boolean)
            .join('; ')}
        </div>
      ))}
      {effects.length > SHOWN && <div>and {effects.length - SHOWN} more.</div>}
    </div>
  );
}

/** The schools that this shop follows, each side with its reason, and the tools at hand: they change what is said, begun and planned. */
export function SchoolsOfHouse({ house }: { house: House }) {
  const [effects, setEffects] = useState<{ of: string; list: Effects } | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const say = useToast();
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<Rules>({
    lane: '/house',
    value: { schools: house.schools, tools: house.tools },
    version: house.version,
    valueIn: (now) => now as Rules,
    save: async (rules, version) => (await change(changeHouse, {}, { version, ...rules })).version,
  });
  const choose = async (of: string, next: Rules, text: string) => {
    const was = shown;
    void set(next);
    say({ text, undo: async () => void (await set(was)) });
    try {
      setEffects({ of, list: HouseEffects.parse(await send(effectsOfHouse, {}, { was, now: next })) });
      setFailed(null);
    } catch (trouble) {
      setFailed(sentenceOf(trouble));
    }
  };
  const school = (id: SchoolId, option: string) => {
    const { [id]: _, ...others } = shown.schools;
    const schools = option ? { ...others, [id]: option } : others;
    return choose(id, { ...shown, schools }, option ? 'The house follows this school now.' : 'Nothing is chosen now.');
  };
  const tool = (id: Tool, has: boolean) =>
    choose(
      'tools',
      { ...shown, tools: has ? [...shown.tools, id] : shown.tools.filter((t) => t !== id) },
      has ? 'At hand now.' : 'Not at hand any more.',
    );
  const listed = open ? SCHOOLS : SCHOOLS.filter((s) => shown.schools[s.id] !== undefined);
  return (
    <Pile as="section" gap="near" top>
      <h2>Tools at hand</h2>
      <Columns of="1fr 1fr">
        {TOOLS.map(({ id, label, instead }) => (
          <div key={id}>
            <FormControlLabel
              control={
                <Checkbox checked={shown.tools.includes(id)} onChange={(e) => void tool(id, e.target.checked)} />
              }
              label={label}
            />
            {!shown.tools.includes(id) && <div className="soft">Instead: {instead}.</div>}
          </div>
        ))}
      </Columns>
      {effects?.of === 'tools' && <Changed effects={effects.list} />}
      <Row gap="near">
        <Text as="h2" grow>
          Schools
        </Text>
        <Button aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Only those chosen' : `All ${SCHOOLS.length}`}
        </Button>
      </Row>
      <ErrorMessage error={failed ?? error} />
      <MeanwhileNote meanwhile={meanwhile} what="The house" text={rulesText} onMine={keepMine} onTheirs={takeTheirs} />
      {listed.length === 0 && (
        <div className="soft">
          Good finishers differ. As long as nothing is chosen here, the first side of each question counts.
        </div>
      )}
      {listed.map(({ id, question, options }) => {
        const now = chosen(shown.schools, id);
        const choices: readonly SchoolOption[] = options;
        return (
          <Pile key={id} gap="hair">
            <TextField
              select
              label={question}
              value={shown.schools[id] ?? ''}
              onChange={(e) => void school(id, e.target.value)}
              slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
            >
              <MenuItem value="">As usual: {choices.find((o) => o.id === now)?.label.toLowerCase()}</MenuItem>
              {choices.map((o) => (
                <MenuItem key={o.id} value={o.id}>
                  {o.label}
                </MenuItem>
              ))}
            </TextField>
            {choices.map((o) => (
              <Text as="div" key={o.id} className={o.id === now ? '' : 'soft'} size="small">
                <b>{o.label}.</b> {o.reason}
              </Text>
            ))}
            {effects?.of === id && <Changed effects={effects.list} />}
          </Pile>
        );
      })}
    </Pile>
  );
}
