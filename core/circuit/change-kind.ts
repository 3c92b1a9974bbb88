import type { Circuit, EmitterKind, Job } from '../../model/job.ts';
import { newCircuit } from '../../model/new-job.ts';
import { CIRCUIT_NAMES, distinctName } from './name-circuit.ts';

/** Fields of a circuit that have a usual value by what hangs on it, with what they are called. */
const BY_KIND = {
  connection: 'connection',
  flowTemperature: 'flow temperature',
  temperatureDifference: 'delta T',
  highLimit: 'high-limit thermostat',
} as const satisfies Partial<Record<keyof Circuit, string>>;
type ByKind = keyof typeof BY_KIND;

/**
 * A job in which another kind of emitter hangs on a circuit. What stood at the usual value of the kind before comes to that of the new
 * one; what a person set otherwise stays, and is named.
 */
export function withKind(job: Job, id: string, kind: EmitterKind): { job: Job; kept: string[] } {
  const circuit = job.circuits.find((each) => each.id === id);
  if (!circuit || circuit.emitters === kind) return { job, kept: [] };
  const was = newCircuit(id, job, { emitters: circuit.emitters });
  const usual = newCircuit(id, job, { emitters: kind });
  const kept: string[] = [];
  const fields: Partial<Circuit> = {};
  for (const key of Object.keys(BY_KIND) as ByKind[]) {
    if (circuit[key] === was[key]) Object.assign(fields, { [key]: usual[key] });
    else if (circuit[key] !== usual[key]) kept.push(BY_KIND[key]);
  }
  if (JSON.stringify(circuit.worstRun) === JSON.stringify(was.worstRun)) fields.worstRun = usual.worstRun;
  if (circuit.name === CIRCUIT_NAMES[circuit.emitters]) fields.name = distinctName(job, CIRCUIT_NAMES[kind]);
  return {
    job: { ...job, circuits: job.circuits.map((each) => (each === circuit ? { ...circuit, ...fields, emitters: kind } : each)) },
    kept,
  };
}
