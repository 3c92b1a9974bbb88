import { InitHydOption, LinkProperty, NodeProperty, Project, Workspace } from 'epanet-js';
import type { NetworkSpec } from '../core/network/network.ts';

/** What the reference engine takes for gravity (32.2 ft/s2) and for water of viscosity 1 (1.1e-5 ft2/s). */
export const EPANET = { gravity: 9.81456, kinematicViscosity: 1.02193344e-6, density: 1000 } as const;

/**
 * The network in the text format of the engine: flows in L/s, lengths in m, bores and roughness in mm. It runs with the
 * Darcy-Weisbach law; pressures become heads of water at the engine's gravity.
 */
export function writeInp({ nodes, links }: NetworkSpec): string {
  const head = (pressure: number) => pressure / (EPANET.density * EPANET.gravity);
  const pumps = links.filter((link) => link.pump);
  const pipes = links.filter((link) => !link.pump);
  return [
    '[JUNCTIONS]',
    ...nodes
      .filter((node) => node.pressure === undefined)
      .map((node) => `${node.id} ${node.elevation ?? 0} ${(-(node.inflow ?? 0) / EPANET.density) * 1000}`),
    '[RESERVOIRS]',
    ...nodes.filter((node) => node.pressure !== undefined).map((node) => `${node.id} ${head(node.pressure as number)}`),
    '[PIPES]',
    ...pipes.map(({ id, from, to, pipe, fittings, oneWay, closed }) => {
      if (!pipe) throw new Error(`${id} is neither pipe nor pump: the text format of the engine has no such link`);
      const status = closed ? 'Closed' : oneWay ? 'CV' : 'Open';
      return `${id} ${from} ${to} ${pipe.length} ${pipe.bore * 1000} ${pipe.roughness * 1000} ${fittings?.zeta ?? 0} ${status}`;
    }),
    '[PUMPS]',
    ...pumps.map(({ id, from, to }) => `${id} ${from} ${to} HEAD ${id}`),
    '[CURVES]',
    ...pumps.flatMap(({ id, pump }) => {
      const curve = pump?.curve;
      if (curve?.kind === 'power') {
        const at = (flow: number) => curve.shutOff - curve.coefficient * flow ** curve.exponent;
        const most = (curve.shutOff / curve.coefficient) ** (1 / curve.exponent);
        return [0, most / 2, most * 0.9].map((flow) => `${id} ${flow * 1000} ${at(flow)}`);
      }
      return curve?.flows.map((flow, i) => `${id} ${flow * 1000} ${curve.heads[i]}`) ?? [];
    }),
    '[OPTIONS]',
    'UNITS LPS',
    'HEADLOSS D-W',
    'VISCOSITY 1',
    'TRIALS 200',
    'ACCURACY 0.00001',
    '[TIMES]',
    'DURATION 0',
    '[REPORT]',
    'STATUS NO',
    'SUMMARY NO',
    'MESSAGES NO',
    '[END]',
  ].join('\n');
}

const workspace = new Workspace();
let loaded: Promise<void> | null = null;

/** A network opened in the reference engine, its accuracy set to 1e-8. */
export class EpanetRun {
  private readonly project: Project;
  private readonly links: number[];

  private constructor(project: Project, spec: NetworkSpec) {
    this.project = project;
    project.setOption(1, 1e-8);
    this.links = spec.links.map((link) => project.getLinkIndex(link.id));
  }

  static async open(spec: NetworkSpec): Promise<EpanetRun> {
    loaded ??= workspace.loadModule();
    await loaded;
    workspace.writeFile('net.inp', writeInp(spec));
    const project = new Project(workspace);
    project.open('net.inp', 'report.rpt', 'out.bin');
    return new EpanetRun(project, spec);
  }

  /** The whole cold solve, with what the engine works out about the pattern. */
  solve(): void {
    this.project.solveH();
  }

  /** Keeps the pattern for the runs that follow. */
  openHydraulics(): void {
    this.project.openH();
  }

  /** Again from the engine's starting flows (`cold`), or from its last ones. */
  again(start: 'cold' | 'warm'): void {
    this.project.initH(start === 'cold' ? InitHydOption.InitFlow : InitHydOption.NoSave);
    this.project.runH();
  }

  setZeta(link: number, zeta: number): void {
    this.project.setLinkValue(this.links[link] as number, LinkProperty.MinorLoss, zeta);
  }

  /** Mass flow in kg/s of every link, in the order of the network given. */
  flows(): number[] {
    return this.links.map((index) => this.project.getLinkValue(index, LinkProperty.Flow));
  }

  /** Head in m at a point. */
  head(node: string): number {
    return this.project.getNodeValue(this.project.getNodeIndex(node), NodeProperty.Head);
  }

  close(): void {
    this.project.close();
  }
}
