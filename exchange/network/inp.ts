import type { Twin } from '../../core/network/twin.ts';
import { boreArea, pipeFlow } from '../../core/pipe/friction.ts';
import { monotoneCurve } from '../../core/quantity/monotone-curve.ts';
import { cleanText } from '../../model/clean-text.ts';

/** What the general network engine takes for gravity (32.2 ft/s2), and for the viscosity it calls 1 (1.1e-5 ft2/s). */
const ENGINE = { gravity: 9.81456, kinematicViscosity: 1.02193344e-6 } as const;
/** A link without a pipe is a short smooth one of this bore that takes what its valve takes, m. */
const STUB = { length: 0.01, bore: 0.025, roughness: 1e-6 } as const;
/** Below this mass flow a link is taken to stand, kg/s: 0.04 L/h. */
const STILL = 1e-5;
/** Points a pump curve is written with. */
const CURVE_POINTS = 24;

const say = (value: number): string => String(Number(value.toPrecision(9)));

/** A comment that ends with its line, whatever somebody typed. */
const comment = (text: string): string =>
  cleanText(text)
    .replace(/[\p{Cc}\u2028\u2029]+/gu, ' ')
    .slice(0, 200);

/**
 * The plant in the state it was solved in last, as the text the general engine for water networks opens (INP, EPANET 2.2): pipes with
 * length, bore and roughness under Darcy and Weisbach, valves and fittings as loss coefficients at the flow they were solved for, pumps
 * with their curves at the speed they run at, the vessel as a reservoir. All water has one weight and viscosity there, so heights are
 * left out, and with them what warm water drives by itself.
 * @param title said at its head
 * @returns the text, and the short names links have in it, by their own
 */
export function twinToInp(twin: Twin, title: string): { text: string; names: Map<string, string> } {
  const { network, hydraulics } = twin;
  const { laws, flow } = hydraulics;
  const carried = network.links.map((_, l) => Math.abs(flow[l] as number));
  const all = carried.reduce((sum, each) => sum + each, 0) || 1;
  const mean = (of: (l: number) => number) => carried.reduce((sum, each, l) => sum + each * of(l), 0) / all;
  const density = mean((l) => laws.density[l] as number) || 998;
  const viscosity = mean((l) => laws.viscosity[l] as number) || ENGINE.kinematicViscosity;
  const head = (pressure: number) => pressure / (density * ENGINE.gravity);
  const node = (n: number) => `N${n + 1}`;
  const names = new Map(network.linkIds.map((id, l): [string, string] => [id, `L${l + 1}`]));
  const [junctions, reservoirs, pipes, pumps, curves]: [string[], string[], string[], string[], string[]] = [[], [], [], [], []];
  const met = new Set([...network.from, ...network.to]);
  network.nodeIds.forEach((id, n) => {
    if (!met.has(n)) return;
    if (network.fixed[n]) reservoirs.push(`${node(n)} ${say(head(network.fixedPressure[n] as number))} ;${comment(id)}`);
    else junctions.push(`${node(n)} 0 ${say((-(network.inflow[n] as number) / density) * 1000)} ;${comment(id)}`);
  });
  const pipe = (
    id: string,
    [from, to]: readonly [string, string],
    { length, bore, roughness }: { length: number; bore: number; roughness: number },
    zeta: number,
    status: string,
    words: string,
  ) =>
    pipes.push(
      `${id} ${from} ${to} ${say(length)} ${say(bore * 1000)} ${say(roughness * 1000)} ${say(Math.max(zeta, 0))} ${status} ;${comment(words)}`,
    );
  network.links.forEach((link, l) => {
    const id = `L${l + 1}`;
    const ends = [node(network.from[l] as number), node(network.to[l] as number)] as const;
    const own = flow[l] as number;
    const ownDensity = laws.density[l] as number;
    const volume = Math.abs(own) / ownDensity;
    const body = link.pipe ?? STUB;
    const stands = !hydraulics.isOpen(l) || Math.abs(own) < STILL;
    const pumpLaw = laws.pumps[l];
    if (stands) {
      // What stands is shut: the engine would start an idle pump, or let water through a valve the plant has closed.
      pipe(id, ends, body, 0, 'Closed', link.id);
      return;
    }
    // What the pipe itself takes, and what is left of the loss for everything else in the link.
    const friction = link.pipe
      ? pipeFlow(volume, body.bore, body.roughness, {
          density: ownDensity,
          kinematicViscosity: laws.viscosity[l] as number,
        }).gradient * body.length
      : 0;
    let lost = Math.sign(own) * hydraulics.lossOf(l);
    if (pumpLaw?.runs) {
      pumpLaw.at(own);
      lost = hydraulics.lossOf(l) + pumpLaw.rise;
    }
    const speedHead = (ownDensity / 2) * (volume / boreArea(body.bore)) ** 2;
    const zeta = (lost - friction) / speedHead;
    const curve = link.pump?.curve;
    if (!pumpLaw?.runs || !curve) {
      pipe(id, ends, body, zeta, link.oneWay ? 'CV' : 'Open', link.id);
      return;
    }
    const between = `M${l + 1}`;
    junctions.push(`${between} 0 0 ;${comment(link.id)}`);
    const speed = twin.speed(link.id);
    const most = curve.kind === 'power' ? (curve.shutOff / curve.coefficient) ** (1 / curve.exponent) : (curve.flows.at(-1) ?? 0);
    const at =
      curve.kind === 'power'
        ? (q: number) => curve.shutOff - curve.coefficient * q ** curve.exponent
        : monotoneCurve(curve.flows, curve.heads).at;
    // A pump's head is metres of its own water; the engine has one water.
    const weight = ownDensity / density;
    let last = Number.POSITIVE_INFINITY;
    for (let i = 0; i < CURVE_POINTS; i++) {
      const q = (i / (CURVE_POINTS - 1)) * most;
      const height = at(q) * speed ** 2 * weight;
      // The engine wants heads that fall from point to point.
      if (height >= last - 1e-6 || height < 0) continue;
      last = height;
      curves.push(`C${l + 1} ${say(q * speed * 1000)} ${say(height)}`);
    }
    pumps.push(`P${l + 1} ${ends[0]} ${between} HEAD C${l + 1} ;${comment(link.id)}`);
    pipe(id, [between, ends[1]], body, zeta, link.oneWay ? 'CV' : 'Open', link.id);
  });
  const text = [
    '[TITLE]',
    `Plant: ${comment(title)}`,
    'As solved; see the comment behind each line for its place in the plant.',
    '[JUNCTIONS]',
    ...junctions,
    '[RESERVOIRS]',
    ...reservoirs,
    '[PIPES]',
    ...pipes,
    '[PUMPS]',
    ...pumps,
    '[CURVES]',
    ...curves,
    '[OPTIONS]',
    'UNITS LPS',
    'HEADLOSS D-W',
    `VISCOSITY ${say(viscosity / ENGINE.kinematicViscosity)}`,
    `SPECIFIC GRAVITY ${say(density / 1000)}`,
    'TRIALS 500',
    'ACCURACY 0.00001',
    '[TIMES]',
    'DURATION 0',
    '[REPORT]',
    'STATUS NO',
    'SUMMARY NO',
    'MESSAGES NO',
    '[END]',
    '',
  ].join('\n');
  return { text, names };
}
