import type { FurtherSource, Job, SourceKind } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { firingOf, USUAL_FIRING_OF } from '../plant/firing.ts';
import { type HeatPump, heatPumpNow, leastOutputNow, mostOutputNow } from '../plant/heat-pump.ts';
import { SOURCE_TRAITS } from '../plant/source-kinds.ts';
import { rulebookOf } from '../rules/rulebooks.ts';
import { type Carrier, carrierOfKind, heatForEach } from './bought.ts';
import { DUMPS_ABOVE, FireRun } from './fire-run.ts';
import { sunOn } from './gains.ts';
import { bySunIntoTank, withOwnWater } from './own-waters.ts';
import { SourceRun } from './source-run.ts';

/** Water below what is wanted from which a further source is waited for, K, and how long one to spare is watched, s: common practice. */
const MISSED = 2;
const SPARE_SHARE = 0.95;
const SPARE_TIME = 300;
const NOON = 12;

/** No tap runs. */
export const NOT_TAPPED = { share: 0, heat: 0 };

/** One source of the plant, as the run goes through it. */
export interface Member {
  id: string;
  name: string;
  kind: SourceKind;
  run: SourceRun;
  capacity: number;
  /** The hottest it sends, degrees C. */
  sends: number;
  /** The least it can hold just now, and on the design day, W, and whether that was read off its plate. */
  least: number;
  atDesign: number;
  leastRead: boolean;
  heatPump: HeatPump | null;
  efficiency: number | null;
  /** It runs only while it is colder, or not colder, than this outdoors. */
  below: number | null;
  notBelow: number | null;
  /** When it comes: with the first, after it, or in its stead. */
  order: 'lead' | 'together' | 'after' | 'backup';
  delay: number;
  engaged: boolean;
  /** It heats a water of its own, away from the first. */
  elsewhere: boolean;
  /** It charges the tank while the sun shines, whoever calls; and once that is warm the cylinder, by so many W for each K, or nothing. */
  bySun: { cylinder: number | null } | null;
  /** Seconds its own water was too cool, and warm enough without it. */
  missedFor: number;
  spareFor: number;
  /** W just now: what it gives, and can give at most. */
  power: number;
  most: number;
  made: number;
  bought: number;
  dumped: number;
}

/** A tank whose coldest water comes so near to what the sun sends is warm, K: the last of it takes for ever. */
const FULL = 1;
/** Approach of plates where a source by the sun names none, K: common practice. */
const USUAL_APPROACH = 5;

/** W for each K by which a source by the sun stands above the cylinder: all it gives at the approach of its plates; null where it heats none. */
const cylinderOf = ({ onceWarm, capacity, approach }: FurtherSource, there: boolean): number | null =>
  onceWarm === 'cylinder' && there ? capacity / Math.max(approach ?? USUAL_APPROACH, 1) : null;

/** What one source came to in a run. J, seconds. */
export interface SourceResult {
  id: string;
  name: string;
  carrier: Carrier | null;
  made: number;
  /** Null where nothing is bought. */
  bought: number | null;
  cycles: number;
  running: number;
}

/** What asks for heat just now. */
export interface Asked {
  led: number;
  sent: number;
  wanted: number;
  called: boolean;
  outdoor: number;
  hour: number;
}

/**
 * The sources of a plant and who of them gives the heat. Those that run together share it by their capacity; one that waits comes
 * once the water has been too cool for its delay, the one before it giving all it can, and goes when that has some to spare for
 * five minutes; a backup comes by itself likewise, or where the first cannot be had at all.
 */
export class Dispatch {
  readonly members: readonly Member[];
  /** Those beside the first, with it, and those that heat a water of their own. */
  private readonly beside: readonly Member[];
  readonly elsewhere: readonly Member[];
  /** Seconds in which a heat pump ran beyond its data. */
  beyondData = 0;
  /** Share of the step in which the first source makes hot water for a tap, the heating waiting, and J of it. */
  tapped = NOT_TAPPED;
  private missedFor = 0;
  private spareFor = 0;
  private missing = false;
  private spare = false;
  private readonly clearSky: number;

  /** @param clearSky share of the sun that a collector gets, 0..1 */
  constructor(job: Job, design: Design, clearSky: number) {
    const { source, site, energy } = job;
    this.clearSky = clearSky;
    const enclosedShare = rulebookOf(job).rules.enclosedShare.limit;
    const capacity = design.source?.capacity.value ?? 0;
    const least = Math.min(design.buffer?.leastOutput.value ?? 0, capacity);
    const firing = firingOf(source);
    const pump = (of: HeatPump['source'], rated: number): HeatPump | null =>
      SOURCE_TRAITS[of.kind].heatPump
        ? { source: of, capacity: rated, design: site.outdoorDesignTemperature, enclosedShare }
        : null;
    const away = new Set(withOwnWater(job).map(({ id }) => id));
    const suns = new Set(bySunIntoTank(job));
    const counters = {
      engaged: false,
      elsewhere: false,
      bySun: null,
      missedFor: 0,
      spareFor: 0,
      power: 0,
      most: 0,
      made: 0,
      bought: 0,
      dumped: 0,
    };
    const runOf = (kind: SourceKind, timing: typeof firing, lowest: number, full: number) =>
      SOURCE_TRAITS[kind].fire
        ? new FireRun(timing, lowest, full, source.leastRunTime)
        : new SourceRun(timing, lowest, source.leastRunTime);
    this.members = [
      {
        id: 'source',
        name: source.name || 'Source',
        kind: source.kind,
        run: runOf(source.kind, firing, least, capacity),
        capacity,
        sends: source.flowTemperature,
        least,
        atDesign: least,
        leastRead: source.leastOutput !== 'auto',
        heatPump: pump(source, capacity),
        efficiency: SOURCE_TRAITS[source.kind].flame ? energy.efficiency : null,
        below: null,
        notBelow: source.lockOutBelow,
        order: 'lead',
        delay: 0,
        ...counters,
      },
      ...job.furtherSources.flatMap((further): Member[] => {
        const rated = further.capacity;
        const lowest =
          further.leastOutput === 'auto' ? SOURCE_TRAITS[further.kind].leastShare * rated : Math.min(further.leastOutput, rated);
        // One that somebody has to switch over to does not come by itself.
        if (further.order === 'backup' && !further.takesOver) return [];
        return [
          {
            id: further.id,
            name: further.name || 'Further source',
            kind: further.kind,
            run: runOf(further.kind, USUAL_FIRING_OF[further.kind], lowest, rated),
            capacity: rated,
            sends: further.flowTemperature - (further.approach ?? 0),
            least: lowest,
            atDesign: lowest,
            leastRead: further.leastOutput !== 'auto',
            heatPump: pump(
              { kind: further.kind, points: [], standing: source.standing, flowTemperature: further.flowTemperature },
              rated,
            ),
            efficiency: further.efficiency,
            below: further.runsBelow,
            notBelow: null,
            order: further.order === 'backup' ? 'backup' : further.delay > 0 ? 'after' : 'together',
            delay: further.delay,
            ...counters,
            elsewhere: away.has(further.id),
            bySun: suns.has(further.id) ? { cylinder: cylinderOf(further, job.hotWater !== null) } : null,
          },
        ];
      }),
    ];
    this.beside = this.members.filter(({ elsewhere }) => !elsewhere);
    this.elsewhere = this.members.filter(({ elsewhere }) => elsewhere);
  }

  get lead(): Member {
    return this.members[0] as Member;
  }
  /** Whether any is on but for those that the sun drives: the water of those moves by itself. */
  get on(): boolean {
    return this.members.some(({ run, bySun }) => run.on && !bySun);
  }
  /** Whether neither the first nor any beside it gives heat just now: they then give none until something starts. */
  restIfCold(): boolean {
    const cold = this.beside.every(({ run }) => !run.hot && !(run instanceof FireRun && run.on));
    if (cold) for (const member of this.beside) member.power = 0;
    return cold;
  }
  /** Whether any burns on though nothing asks for it. */
  get burns(): boolean {
    return this.members.some(({ run }) => run instanceof FireRun && run.on);
  }
  get dumped(): number {
    return this.members.reduce((sum, { dumped }) => sum + dumped, 0);
  }

  private allowed({ below, notBelow, kind }: Member, outdoor: number, hour: number): boolean {
    if (below !== null && outdoor >= below) return false;
    if (notBelow !== null && outdoor < notBelow) return false;
    return kind !== 'solar' || this.sunAt(hour) > 0;
  }

  private sunAt = (hour: number): number => this.clearSky * sunOn(hour, NOON);

  /** What a source can give at most, W. */
  private mostOf(member: Member, outdoor: number, wanted: number, hour: number): number {
    const { heatPump, capacity, kind } = member;
    if (kind === 'solar') return capacity * this.sunAt(hour);
    if (!heatPump) return capacity;
    return mostOutputNow(heatPump, outdoor, wanted);
  }

  /** Stops and starts them. */
  decide({ led, sent, wanted, called, outdoor, hour }: Asked): void {
    const { lead } = this;
    for (const member of this.members) {
      member.most = this.mostOf(member, outdoor, wanted, hour) * (member === lead ? 1 - this.tapped.share : 1);
      const { heatPump, atDesign, leastRead } = member;
      if (heatPump) member.least = leastOutputNow(heatPump, atDesign, leastRead, outdoor, wanted);
      member.run.least = member.least;
    }
    if (lead.run instanceof FireRun) lead.run.at(hour);
    const leadAllowed = this.allowed(lead, outdoor, hour);
    lead.run.decide(led, sent, wanted, called && leadAllowed);
    const leadOut = !leadAllowed || (lead.run instanceof FireRun && !lead.run.on);
    const stretched = lead.run.hot && lead.power >= SPARE_SHARE * lead.most;
    this.missing = called && led < wanted - MISSED && (leadOut || stretched);
    this.spare = lead.run.hot && this.beside.reduce((sum, { power }) => sum + power, 0) < SPARE_SHARE * lead.most;
    for (const member of this.beside) {
      const { run, order, delay } = member;
      if (order === 'lead') continue;
      if (order === 'together') member.engaged = true;
      else if (this.missedFor >= delay) member.engaged = true;
      else if (this.spareFor >= SPARE_TIME || (order === 'backup' && lead.run.on && !leadOut && !stretched))
        member.engaged = false;
      run.decide(led, sent, wanted, called && member.engaged && this.allowed(member, outdoor, hour));
    }
  }

  /**
   * Stops and starts one that heats a water of its own: a backup, or one that waits, once that water has been too cool for its delay.
   * @param own what its own water is, degrees C
   */
  decideElsewhere(member: Member, own: number, { wanted, called, outdoor, hour }: Omit<Asked, 'led' | 'sent'>): void {
    const { run, order, delay } = member;
    member.most = this.mostOf(member, outdoor, wanted, hour);
    run.least = member.least;
    if (order === 'together' || member.bySun) member.engaged = true;
    else if (member.missedFor >= delay) member.engaged = true;
    else if (member.spareFor >= SPARE_TIME) member.engaged = false;
    run.decide(own, own, this.wantedOf(member, wanted), called && member.engaged && this.allowed(member, outdoor, hour));
  }

  /**
   * Stops and starts one that charges the tank by the sun: as long as the tank is cooler below than the source makes it.
   * @param takes what it takes from the tank, degrees C @param store coldest where its coil lies in the cylinder; null without one
   * @returns W/K by which it heats that, the tank being warm
   */
  decideBySun(member: Member, takes: number, store: number | null, { outdoor, hour }: Pick<Asked, 'outdoor' | 'hour'>): number {
    const { run, sends, bySun } = member;
    const wanted = sends - FULL - USUAL_FIRING_OF[member.kind].stopsAbove;
    this.decideElsewhere(member, takes, { wanted, called: true, outdoor, hour });
    const cylinder = bySun?.cylinder ?? null;
    if (run.on || cylinder === null || store === null || !this.allowed(member, outdoor, hour)) return 0;
    return sends > store ? Math.min(cylinder, member.most / (sends - store)) : 0;
  }

  /** What one of them is to bring its water to: no more than it can send, and no more than is wanted of the plant. */
  wantedOf({ sends }: Member, wanted: number): number {
    return Math.min(sends, wanted);
  }

  /** Counts how long what comes to it was too cool, or warm enough without it. @param comes degrees C */
  watchElsewhere(member: Member, step: number, comes: number, wanted: number, called: boolean): void {
    const aim = this.wantedOf(member, wanted);
    member.missedFor = called && comes < aim - MISSED ? member.missedFor + step : 0;
    member.spareFor = comes >= aim - MISSED ? member.spareFor + step : 0;
  }

  /**
   * What those beside the first give together with it, W, into water that comes to `idle` without it and to `idle + perWatt` for each watt.
   */
  output(wanted: number, idle: number, perWatt: number): number {
    const asked = (wanted - idle) / perWatt;
    const sharing = this.beside.filter(({ order, run }) => (order === 'lead' || order === 'together') && run.hot);
    const all = sharing.reduce((sum, { most }) => sum + most, 0);
    let given = 0;
    for (const member of this.beside) {
      const { run, most, order } = member;
      const part = order === 'lead' || order === 'together' ? (all > 0 ? (asked * most) / all : 0) : asked - given;
      member.power = run.output(part, most);
      given += member.power;
    }
    // What a fire makes beyond what the water may hold goes into its dump.
    const room = Math.max((DUMPS_ABOVE - idle) / perWatt, 0);
    return this.burns ? Math.min(given, room) : given;
  }

  /**
   * Whether each works between its least and its most, so that nothing stops or starts.
   * @param slow whether a tank keeps the sensor from moving fast: then also one at its least goes on for a while, but for a fire, whose
   *   heat may be dumped any moment
   */
  steady(slow: boolean): boolean {
    return this.members.every(
      ({ run, power, least, most }) =>
        !run.on || (run.hot && ((slow && !(run instanceof FireRun)) || power > Math.min(least, most) * 1.0001)),
    );
  }

  /** Whether none of the others would change for water as warm as that. */
  calmBeside({ wanted, called }: Omit<Asked, 'led' | 'sent'>, led: number): boolean {
    return this.beside.every(({ run, order, engaged }) => {
      if (order === 'lead' || (!run.on && !engaged)) return true;
      return run.on ? led < run.edge(wanted) : !called || led > run.edge(wanted);
    });
  }

  get untilTimer(): number {
    return Math.min(...this.members.map(({ run }) => run.untilTimer));
  }

  /** After a step that stood. @param water W that reached the water */
  after(step: number, water: number, outdoor: number, flow: number, back: number): void {
    const given = this.beside.reduce((sum, { power }) => sum + power, 0);
    for (const member of this.members) {
      const kept = given > 0 && !member.elsewhere ? water / given : 1;
      const { run, power, kind, efficiency, heatPump } = member;
      run.after(step);
      if (run instanceof FireRun) run.burn(power * step);
      member.made += power * step;
      member.dumped += power * (1 - kept) * step;
      if (run.on && heatPump && heatPump.source.points.length > 0 && !heatPumpNow(heatPump, outdoor, flow).covered)
        this.beyondData += step;
      // While it starts it takes power and gives nothing yet.
      const taken = power > 0 ? power : run.on && !run.hot ? member.least : 0;
      if (taken > 0) {
        const each = heatForEach(kind, efficiency, heatPump, outdoor, flow, back);
        if (each !== null) member.bought += (taken * step) / each;
      }
    }
    this.missedFor = this.missing ? this.missedFor + step : 0;
    this.spareFor = this.spare ? this.spareFor + step : 0;
  }

  /** What the first source made for a tap in a whole step. @param outdoor degrees C @param warm at the tap @param cold from the main */
  countTapped(outdoor: number, warm: number, cold: number): void {
    const { lead, tapped } = this;
    if (tapped.heat <= 0) return;
    lead.made += tapped.heat;
    const each = heatForEach(lead.kind, lead.efficiency, lead.heatPump, outdoor, warm, cold);
    if (each !== null) lead.bought += tapped.heat / each;
  }

  /** Counts from here on: what stands stays. */
  clear(): void {
    this.beyondData = 0;
    for (const member of this.members) {
      member.made = 0;
      member.bought = 0;
      member.dumped = 0;
      member.run.clear();
    }
  }

  results(): SourceResult[] {
    return this.members.map(({ id, name, kind, made, bought, run }) => {
      const carrier = carrierOfKind(kind);
      return { id, name, carrier, made, bought: carrier === null ? null : bought, cycles: run.cycles, running: run.running };
    });
  }
}
