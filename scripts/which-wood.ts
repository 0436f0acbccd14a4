/**
 * Ten boards of ten woods, shuffled: look at the picture, write down which wood each is, then open the key.
 * npm run which-wood [-- SEED] writes which-wood.png and which-wood.key.txt into the folder for temporary files.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Figure } from '../src/core/board/wood.ts';
import { paintBoard, type Rgb } from '../src/core/figure/paint.ts';
import { faceWeights } from '../src/core/figure/weights.ts';

/** What woods look like raw, ground, grain and pore, sRGB, and the shares of grain and pore. From the trade's eye. */
const RAW: Record<Figure, { ground: Rgb; grain: Rgb; pore: Rgb; shares: [number, number] }> = {
  ash: { ground: [222, 200, 165], grain: [196, 166, 124], pore: [150, 118, 82], shares: [0.24, 0.1] },
  oak: { ground: [208, 180, 140], grain: [178, 146, 104], pore: [120, 92, 62], shares: [0.24, 0.12] },
  elm: { ground: [190, 152, 112], grain: [150, 112, 78], pore: [110, 80, 54], shares: [0.28, 0.1] },
  beech: { ground: [222, 186, 150], grain: [200, 158, 120], pore: [170, 130, 100], shares: [0.26, 0] },
  birch: { ground: [230, 208, 172], grain: [212, 184, 146], pore: [190, 160, 124], shares: [0.2, 0] },
  maple: { ground: [236, 214, 178], grain: [216, 186, 146], pore: [190, 160, 124], shares: [0.18, 0] },
  'curly-maple': { ground: [236, 214, 178], grain: [216, 186, 146], pore: [190, 160, 124], shares: [0.18, 0] },
  cherry: { ground: [204, 150, 112], grain: [176, 118, 84], pore: [140, 90, 62], shares: [0.25, 0] },
  walnut: { ground: [124, 94, 70], grain: [92, 66, 48], pore: [56, 40, 30], shares: [0.28, 0.08] },
  sapele: { ground: [156, 92, 66], grain: [130, 72, 52], pore: [76, 44, 34], shares: [0.24, 0.08] },
  mahogany: { ground: [164, 98, 66], grain: [138, 78, 50], pore: [84, 48, 32], shares: [0.24, 0.1] },
  teak: { ground: [176, 126, 76], grain: [136, 92, 52], pore: [88, 60, 36], shares: [0.3, 0.08] },
  alder: { ground: [214, 164, 122], grain: [194, 142, 102], pore: [170, 120, 84], shares: [0.22, 0] },
  pine: { ground: [238, 208, 150], grain: [204, 146, 82], pore: [170, 110, 60], shares: [0.3, 0] },
  spruce: { ground: [238, 216, 172], grain: [212, 172, 118], pore: [180, 130, 84], shares: [0.25, 0] },
  fir: { ground: [230, 182, 126], grain: [184, 116, 66], pore: [150, 90, 50], shares: [0.35, 0] },
};
const BOARDS = 10;
const [WIDTH, HEIGHT] = [620, 150];

const seed = Number(process.argv[2] ?? Date.now() % 1e6);
const generator = xoroshiro128plus(seed);
const draw = (below: number) => uniformInt(generator, 0, below - 1);
const left = Object.keys(RAW) as Figure[];
const chosen = Array.from({ length: BOARDS }, () => left.splice(draw(left.length), 1)[0] as Figure);

const boards = chosen.map((figure) => {
  const { ground, grain, pore, shares } = RAW[figure];
  const fractions = { grain: shares[0], pore: shares[1], ray: 0 };
  const face = { figure, cut: 'flat', ringMm: null, texture: 'plain', seed: draw(1e6), fractions } as const;
  const look = { tissues: { ground, grain, pore, ray: grain }, clarity: 1, blotch: 0 };
  const pixels = paintBoard(faceWeights({ ...face, width: WIDTH, height: HEIGHT }), {
    fields: [{ expected: look, measured: null }],
    target: null,
    band: 0,
  });
  return Buffer.from(pixels.buffer).toString('base64');
});

const browser = await chromium.launch(JSON.parse(readFileSync('scripts/chromium.json', 'utf8')));
const page = await browser.newPage({ viewport: { width: 1280, height: 830 } });
await page.setContent(
  '<body style="margin:8px;background:#aaa;display:grid;grid-template-columns:1fr 1fr;gap:8px"></body>',
);
await page.evaluate(
  ([all, width, height]) => {
    all.forEach((board, n) => {
      const canvas = Object.assign(document.createElement('canvas'), { width, height, title: `${n + 1}` });
      const bytes = Uint8ClampedArray.from(atob(board), (c) => c.charCodeAt(0));
      canvas.getContext('2d')?.putImageData(new ImageData(bytes, width, height), 0, 0);
      document.body.append(canvas);
    });
  },
  [boards, WIDTH, HEIGHT] as const,
);
const [picture, key] = ['which-wood.png', 'which-wood.key.txt'].map((name) => path.join(os.tmpdir(), name)) as [
  string,
  string,
];
await page.screenshot({ path: picture });
await browser.close();
writeFileSync(key, `${chosen.map((figure, n) => `${n + 1} ${figure}`).join('\n')}\n`);
console.log(`Boards 1 to 10, left to right and down: ${picture}\nThe key: ${key}`);
