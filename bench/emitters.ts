import { planForTarget, rankedImprovements } from '../core/emitter/improve.ts';
import { ladder } from '../core/emitter/ladder.ts';
import { designJob } from '../core/job/design-job.ts';
import { apartmentBlock, houseWithEmitters } from '../demo/apartment-block.ts';
import { medianOf } from './median.ts';

const forty = houseWithEmitters(40);
const search = () => {
  for (const circuit of forty.circuits) {
    rankedImprovements(forty, circuit.id);
    planForTarget(forty, circuit.id, 35);
  }
};
const block = apartmentBlock();
const loops = designJob(block).circuits.reduce((sum, circuit) => sum + (circuit.sized?.loops.length ?? 0), 0);
console.log('emitters, medians in one run');
console.log(`  ladder of 40 rooms: ${medianOf(() => void ladder(forty), 200, 5).toFixed(2)} ms`);
console.log(`  improvements and a target for each circuit of 40 rooms: ${medianOf(search, 20, 5).toFixed(1)} ms`);
console.log(`  designJob, 40 rooms with emitters: ${medianOf(() => void designJob(forty), 40, 5).toFixed(1)} ms`);
console.log(`  designJob, apartment block of ${loops} loops: ${medianOf(() => void designJob(block), 9, 5).toFixed(0)} ms`);
