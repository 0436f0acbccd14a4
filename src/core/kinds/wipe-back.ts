import { kind } from './kind.ts';
import { share } from './settings.ts';
import { lasts, MINUTE } from './times.ts';
import { NO_WAY_BACK } from './way-back.ts';
import { BURNISHED, DAMP_RAG } from './ways.ts';

/** Colour that still moves is taken off again with a rag. */
export const wipeBack = kind({
  label: 'Wipe back',
  called: ['wiped back', 'take back', 'burnished'],
  settings: [share('removed', 'taken off', 0.3, 1, 'more: paler')],
  methods: [DAMP_RAG, BURNISHED],
  is: { takesOff: 'rag', cloths: true },
  drying: () => lasts([10 * MINUTE, 1, 4], 1, 15),
  wayBack: () => NO_WAY_BACK,
  puttingOn: ({ method, setting }) => {
    const off = `about ${Math.round(100 * setting('removed'))} %`;
    return method === 'burnished'
      ? `Rubbed hard with a dry cloth along the grain, ${off} off, until the cloth stays nearly clean; then all lint off.`
      : `A damp rag, wrung out often, all of the face alike and along the grain, ${off} off. Stop while it is a touch too dark still: it dries paler.`;
  },
  dearer: 0.3,
  warning: 'What is wiped off has to be coloured again.',
  doubt: 0.3,
});
