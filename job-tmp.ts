import { writeFileSync } from 'node:fs';
import { designJob } from './core/job/design-job.ts';
import { wallSheet } from './core/drawing/wall.ts';
import { wallDrawings } from './core/drawing/paper/wall-drawings.ts';
import { drawingToSvg } from './exchange/drawing/svg.ts';
import { drawingToDxf } from './exchange/drawing/dxf.ts';
import { thistleMill } from './demo/thistle-mill.ts';
import { applyEdits } from './model/place.ts';
const head = { job: 'Thistle Mill', place: 'Otterford', rulebook: 'velocity-led', revision: 3, date: '30 November 2026' };
const wide = { ...thistleMill, circuits: Array.from({length:5},(_,k)=>thistleMill.circuits.map(c=>({...c,id:c.id+'x'+k,name:c.name+' '+k}))).flat(), rooms: Array.from({length:5},(_,k)=>thistleMill.rooms.map(r=>({...r,id:r.id+'x'+k,circuit:r.circuit?r.circuit+'x'+k:null,emitters:r.emitters.map(e=>({...e,circuit:e.circuit?e.circuit+'x'+k:null}))}))).flat(), controls:{...thistleMill.controls}, thermostats:[] };
for (const [n, job, paper] of [['demo', thistleMill,'A3'],['demo4', thistleMill,'A4'],['wide', wide,'A3']] as const) {
  const d = designJob(job as never); const sheet = wallSheet(job as never, d);
  const out = wallDrawings(sheet, { design: d, state: d.solved?.state ?? null, designDay: true, display: job.display }, head, paper);
  console.log(n, sheet.width, out.length);
  out.forEach((each, i) => writeFileSync(`/tmp/shots/${n}${i}.svg`, drawingToSvg(each))); writeFileSync(`/tmp/shots/${n}.dxf`, drawingToDxf(out[0]!));
}
