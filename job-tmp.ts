import { readFileSync, writeFileSync } from 'node:fs';
import { designWithPlant } from './core/job/design-job.ts';
import { PAPER_SETS } from './core/paper/sets/sets.ts';
import { paperToPdf } from './exchange/pdf/paper-pdf.ts';
import { thistleMill } from './demo/thistle-mill.ts';
const f = (n: string) => readFileSync('node_modules/'+n).toString('base64');
const a='@expo-google-fonts/archivo-narrow/';
const fonts = { narrow: f(a+'400Regular/ArchivoNarrow_400Regular.ttf'), narrowBold: f(a+'700Bold/ArchivoNarrow_700Bold.ttf'), wide: f('dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf'), wideBold: f('dejavu-fonts-ttf/ttf/DejaVuSansCondensed-Bold.ttf') };
const job = thistleMill; const { design, plant } = designWithPlant(job);
const head = { job: job.name, place: job.site.place, rulebook: job.rulebook, revision: 3, date: '30 November 2026' };
for (let round = 0; round < 2; round++) for (const [id, set] of Object.entries(PAPER_SETS)) {
  const t = performance.now();
  const paper = set.make({ job, design, plant, head, paper: 'A4', sums: true, labels: 'A4, 3 × 8 of 70 × 37 mm', address: 'http://192.168.1.20:4310/jobs/7' });
  const t1 = performance.now();
  const bytes = await paperToPdf(paper, { head, paper: 'A4', tint: 'colour', display: job.display, fonts, made: new Date(0) });
  console.log(id, Math.round(t1 - t), Math.round(performance.now() - t1), bytes.length);
  writeFileSync(`/tmp/shots/${id}.pdf`, bytes);
}
