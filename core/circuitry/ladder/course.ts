import { across, type Element, type Solution } from '#core/circuitry/network';
import { elapsed, next, OFF, pulls, sparks, untilNext, type BoardState } from './board.ts';
import { faultsOf, type Positions } from './elements.ts';
import { atFirst, later, nextChange, type Now, type Turning } from './nature.ts';
import { awake, goOn, holdsOff, relaysIn, untilGo, type ProgramState } from './program.ts';
import { solved } from './solved.ts';
import type {
  AroundFault,
  BoardRelay,
  Call,
  Condition,
  Effect,
  Fault,
  Ladder,
  Rung,
  Jumper,
  RungFault,
} from './types.ts';
import { nth, RELAYS, STAGES } from './types.ts';

/** A coil pulls in at this share of its volts, and lets go below that one [from memory: 80 %, 30 to 60 %]. */
const PULLS_IN = 0.8;
const LETS_GO = 0.45;
/** A motor comes up from this share of its plate's volts on. */
const COMES_UP = 0.75;
/** Below this share nothing is heard of it. */
const HUMS = 0.2;
/** A phase monitor lets go below this share of the plate's volts on any pair [from memory]. */
const MONITORED = 0.85;
/** A heating element is felt from here on. */
const HEATS_FROM_V = 50;
/** What a board's input of 24 V takes for a yes. */
const READS_FROM_V = 15;
/** What keeps the electronics of a timer going [from memory]: below it they forget. */
const TIMES_FROM_V = 9;
/** A control fuse goes at so many times its amps, one that waits out a start at so many. */
const BLOWS = { fast: 1.9, slow: 5 } as const;
/** More changes than this at one instant, and it chatters. */
const MOST_TURNS = 24;

/** The machine between two changes of it. */
export interface Moment {
  readonly from: number;
  readonly until: number;
  readonly running: ReadonlySet<Effect>;
  readonly stalled: ReadonlySet<Effect>;
  readonly conditions: ReadonlySet<Condition>;
  /** What opens and closes and is closed now; what is welded is not asked here. */
  readonly closed: ReadonlySet<string>;
  /** Coils and relays that are in. */
  readonly pulled: ReadonlySet<string>;
  readonly blown: ReadonlySet<string>;
  readonly board: BoardState | undefined;
  /** Phases of its other controls, by their names. */
  readonly controls: ReadonlyMap<string, string>;
  /** A control has given up, and waits for somebody. */
  readonly lockedOut: boolean;
  /** It pulls in and lets go without coming to rest. */
  readonly chatters: boolean;
  readonly solution: Solution;
  readonly elements: readonly Element[];
}

export interface Asked {
  readonly calls: readonly Call[];
  readonly faults: readonly Fault[];
  /** How long it is watched from the call on, seconds. */
  readonly seconds: number;
  /** The disconnect is shut. */
  readonly power?: boolean;
  /** Two terminals that somebody has joined by a wire. */
  readonly jumper?: Jumper;
}

interface State {
  pulled: ReadonlySet<string>;
  /** Seconds a timer has been fed. */
  timers: ReadonlyMap<string, number>;
  blown: ReadonlySet<string>;
  /** Switches that somebody has to press. */
  latched: ReadonlySet<string>;
  conditions: ReadonlySet<Condition>;
  turning: Turning;
  running: ReadonlySet<Effect>;
  stalled: ReadonlySet<Effect>;
  board: BoardState;
  controls: ReadonlyMap<string, ProgramState>;
}

const same = <T>(a: ReadonlySet<T>, b: ReadonlySet<T>): boolean =>
  a.size === b.size && [...a].every((one) => b.has(one));

/**
 * What a machine does from a call on: every state it comes to rest in, with the network solved in each.
 *
 * The circuit is solved, what follows at once follows (coils, relays, motors, fuses, the board), until nothing
 * changes; then time goes on to whatever changes next by itself.
 */
export function course(ladder: Ladder, asked: Asked): Moment[] {
  const machine = new Machine(ladder, asked);
  const moments: Moment[] = [];
  for (let at = 0; at < asked.seconds;) {
    const { solution, elements, chatters } = machine.settle();
    const step = Math.min(asked.seconds - at, Math.max(0.5, machine.untilNext()));
    moments.push({ from: at, until: at + step, chatters, solution, elements, ...machine.seen() });
    machine.goOn(step);
    at += step;
  }
  return moments;
}

type Control = Extract<Rung, { kind: 'control' }>;

class Machine {
  private readonly ladder: Ladder;
  private readonly asked: Asked;
  private readonly wrong: ReadonlyMap<string, RungFault>;
  private readonly around: ReadonlySet<AroundFault>;
  /** Motors that have nothing to start them. */
  private readonly weak: ReadonlySet<string>;
  private readonly boardRung: Extract<Rung, { kind: 'board' }> | undefined;
  private readonly controls: readonly Control[];
  private state: State;

  constructor(ladder: Ladder, asked: Asked) {
    this.ladder = ladder;
    this.asked = asked;
    this.wrong = faultsOf(asked.faults);
    this.around = new Set(asked.faults.flatMap((fault) => ('around' in fault ? [fault.around] : [])));
    this.weak = new Set(
      ladder.rungs.flatMap((rung) =>
        rung.kind === 'capacitor' && this.wrong.get(rung.id) === 'weak' ? [rung.of] : [],
      ),
    );
    this.controls = ladder.rungs.filter((rung) => rung.kind === 'control');
    this.boardRung = ladder.rungs.find((rung) => rung.kind === 'board');
    const none = new Set<never>();
    this.state = {
      ...{
        pulled: none,
        timers: new Map(),
        blown: none,
        latched: none,
        conditions: none,
        turning: new Map(),
      },
      ...{ running: none, stalled: none, board: OFF },
      controls: new Map(this.controls.map(({ id, program }) => [id, awake(program)])),
    };
    this.state = { ...this.state, conditions: atFirst(this.now()) };
  }

  /** Solves, and lets follow what follows at once, until nothing does. */
  settle(): { solution: Solution; elements: readonly Element[]; chatters: boolean } {
    for (let turn = 0; ; turn++) {
      const { elements, solution } = solved(this.ladder, this.positions(), this.asked);
      const chatters = turn >= MOST_TURNS;
      if (!this.follow(solution, elements) || chatters) return { solution, elements, chatters };
    }
  }

  seen(): Omit<Moment, 'from' | 'until' | 'chatters' | 'solution' | 'elements'> {
    const { running, stalled, conditions, pulled, blown, board, controls } = this.state;
    const gas = this.boardRung;
    const relays = [
      ...(gas ? RELAYS.filter((relay) => pulls(board, relay, gas.times)).map((r) => `${gas.id}:${r}`) : []),
      ...this.controls.flatMap((control) =>
        relaysIn(control.program, this.phaseOf(control)).map((relay) => `${control.id}:${relay}`),
      ),
    ];
    return {
      ...{ running, stalled, conditions, blown, closed: this.positions().closed },
      pulled: new Set([...pulled, ...relays]),
      board: gas ? board : undefined,
      controls: new Map([...controls].map(([id, { phase }]) => [id, phase])),
      lockedOut: board.phase === 'lockout' || [...controls.values()].some((own) => holdsOff(own.phase)),
    };
  }

  untilNext(): number {
    const { board, timers } = this.state;
    const waits = this.ladder.rungs.flatMap((rung) => {
      const fed = rung.kind === 'timer' ? timers.get(rung.id) : undefined;
      return rung.kind === 'timer' && fed !== undefined && fed < rung.seconds ? [rung.seconds - fed] : [];
    });
    const clock = this.boardRung ? untilNext(board, this.boardRung.times) : Infinity;
    const programs = this.controls.map((control) => untilGo(control.program, this.phaseOf(control)));
    return Math.min(...waits, ...programs, clock, nextChange(this.now(), this.state.turning));
  }

  goOn(seconds: number): void {
    const { state } = this;
    const { conditions, turning } = later(this.now(), state.turning, seconds);
    const timers = new Map([...state.timers].map(([id, fed]) => [id, fed + seconds]));
    const latched = new Set(state.latched);
    for (const rung of this.ladder.rungs)
      if (rung.kind === 'switch' && rung.byHand && conditions.has(rung.feels)) latched.add(rung.id);
    const controls = new Map(
      [...state.controls].map(([id, own]) => [id, { ...own, since: own.since + seconds }]),
    );
    const board = elapsed(state.board, seconds);
    this.state = { ...state, conditions, turning, timers, latched, board, controls };
  }

  private now(): Now {
    const { running, conditions, stalled } = this.state;
    const { around } = this;
    return { kind: this.ladder.kind, calls: this.asked.calls, running, conditions, stalled, around };
  }

  private phaseOf({ id, program }: Control): ProgramState {
    return this.state.controls.get(id) ?? awake(program);
  }

  private positions(): Positions {
    const { pulled, conditions, running } = this.state;
    const closed = new Set(this.ladder.rungs.flatMap((rung) => (this.isClosed(rung) ? [rung.id] : [])));
    const tripped = new Set<Effect>(
      STAGES.filter((stage) => conditions.has(nth('compressor hot', stage))).map((stage) =>
        nth('compressor', stage),
      ),
    );
    return { live: true, closed, pulled, turning: running, tripped };
  }

  /** Whether what opens and closes is closed; what is wrong with it is not asked here. */
  private isClosed(rung: Rung): boolean {
    const { timers, blown, latched, conditions } = this.state;
    switch (rung.kind) {
      case 'disconnect':
        return this.asked.power !== false;
      case 'fuse':
        return !blown.has(rung.id);
      case 'call':
        return rung.calls.some((call) => this.asked.calls.includes(call));
      case 'switch':
        return !latched.has(rung.id) && conditions.has(rung.feels) === (rung.closes === 'while it is so');
      case 'timer':
        return (timers.get(rung.id) ?? -1) >= rung.seconds;
      case 'contact':
        return this.isIn(rung.of) === (rung.normally === 'open');
      default:
        return false;
    }
  }

  /** Whether a coil, or a relay of the control, is pulled in. */
  private isIn(of: string): boolean {
    const [id, relay] = of.split(':');
    if (relay === undefined) return this.state.pulled.has(of);
    if (id === this.boardRung?.id) return pulls(this.state.board, relay as BoardRelay, this.boardRung.times);
    const control = this.controls.find((one) => one.id === id);
    return (
      control !== undefined &&
      this.wrong.get(control.id) !== 'no output' &&
      // In its test mode, or held off from elsewhere, it does not pass on what it is asked for.
      !(control.heldOffBy && this.around.has(control.heldOffBy)) &&
      relaysIn(control.program, this.phaseOf(control)).includes(relay)
    );
  }

  /** @returns whether anything changed */
  private follow(solution: Solution, elements: readonly Element[]): boolean {
    const before = this.state;
    const volts = (a: string, b: string) => across(solution.phasor(a), solution.phasor(b));
    const pulled = new Set<string>();
    const running = new Set<Effect>();
    const stalled = new Set<Effect>();
    const timers = new Map<string, number>();
    const blown = new Set(before.blown);
    for (const rung of this.ladder.rungs) {
      const fault = this.wrong.get(rung.id);
      if (rung.kind === 'coil') {
        const share = volts(rung.a, rung.b) / rung.volts;
        const held = share >= (before.pulled.has(rung.id) ? LETS_GO : PULLS_IN);
        if (held && fault !== 'stuck' && fault !== 'shorted' && fault !== 'open') {
          pulled.add(rung.id);
          if (rung.does) running.add(rung.does);
        }
      } else if (rung.kind === 'timer') {
        if (volts(rung.a, rung.common) >= TIMES_FROM_V) timers.set(rung.id, before.timers.get(rung.id) ?? 0);
      } else if (rung.kind === 'monitor') {
        if (this.monitorIn(rung, volts)) pulled.add(rung.id);
      } else if (rung.kind === 'heater') {
        if (fault !== 'open' && volts(rung.a, rung.b) >= HEATS_FROM_V) running.add(rung.does);
      } else if (rung.kind === 'motor') {
        const state = this.motor(rung, fault, volts);
        if (state === 'turns') running.add(rung.does);
        if (state === 'stalls') stalled.add(rung.does);
      } else if (rung.kind === 'fuse' && !blown.has(rung.id)) {
        const element = elements.find((e) => e.kind === 'impedance' && e.a === rung.a && e.b === rung.b);
        const amps = element ? across(solution.amps(element)) : 0;
        if (amps > rung.amps * (rung.slow ? BLOWS.slow : BLOWS.fast)) blown.add(rung.id);
      }
    }
    const board = this.boardRung ? next(before.board, this.reads(volts), this.boardRung.times) : before.board;
    if (
      this.boardRung &&
      sparks(board, this.boardRung.times) &&
      this.wrong.get(this.boardRung.id) !== 'no output'
    )
      running.add('spark');
    const controls = new Map(
      this.controls.map((control) => {
        const [hot, common] = control.power;
        const powered = volts(hot, common) >= READS_FROM_V;
        const reads = this.readBy(control, volts);
        return [control.id, goOn(control.program, this.phaseOf(control), powered, reads)] as const;
      }),
    );
    this.state = { ...before, pulled, running, stalled, timers, blown, board, controls };
    return (
      this.controls.some(({ id }) => controls.get(id) !== before.controls.get(id)) ||
      !same(pulled, before.pulled) ||
      !same(running, before.running) ||
      !same(stalled, before.stalled) ||
      !same(blown, before.blown) ||
      board !== before.board ||
      !same(new Set(timers.keys()), new Set(before.timers.keys()))
    );
  }

  private motor(
    { id, legs, does, volts: plate }: Extract<Rung, { kind: 'motor' }>,
    fault: RungFault | undefined,
    volts: (a: string, b: string) => number,
  ): 'turns' | 'stalls' | 'off' {
    if (this.isTripped(does)) return 'off';
    const pairs = legs.map((leg, k) => volts(leg, legs[(k + 1) % legs.length] as string) / plate);
    if (Math.max(...pairs) < HUMS) return 'off';
    // One winding of two legs that is open draws nothing; of three legs two still hum.
    if (fault === 'open') return legs.length === 2 ? 'off' : 'stalls';
    return fault === 'stuck' || this.weak.has(id) || Math.min(...pairs) < COMES_UP ? 'stalls' : 'turns';
  }

  /** Out on its own overload. */
  private isTripped(effect: Effect): boolean {
    return STAGES.some(
      (stage) =>
        effect === nth('compressor', stage) && this.state.conditions.has(nth('compressor hot', stage)),
    );
  }

  /** The relay of a phase monitor is in. */
  private monitorIn(
    { id, legs, volts: plate }: Extract<Rung, { kind: 'monitor' }>,
    volts: (a: string, b: string) => number,
  ): boolean {
    const least = Math.min(...legs.map((leg, k) => volts(leg, legs[(k + 1) % legs.length] as string)));
    return (
      this.wrong.get(id) !== 'no output' && !this.around.has('legs swapped') && least >= MONITORED * plate
    );
  }

  /** What a control reads at its terminals and feels by its sensors. */
  private readBy(
    { id, power, reads, feels }: Control,
    volts: (a: string, b: string) => number,
  ): ReadonlySet<string> {
    const [, common] = power;
    const { conditions } = this.state;
    return new Set([
      ...Object.keys(reads).filter((name) => volts(reads[name] as string, common) >= READS_FROM_V),
      ...(this.wrong.get(id) === 'blind' ? [] : feels.filter((one) => conditions.has(one))),
    ]);
  }

  private reads(volts: (a: string, b: string) => number) {
    const board = this.boardRung as Extract<Rung, { kind: 'board' }>;
    const [, common] = board.power;
    const fault = this.wrong.get(board.id);
    return {
      powered: volts(board.power[0], common) >= READS_FROM_V,
      called: volts(board.call, common) >= READS_FROM_V,
      proof: volts(board.proof, common) >= READS_FROM_V,
      limits: volts(board.limits, common) >= READS_FROM_V,
      flame: fault !== 'blind' && this.state.conditions.has('flame at the sensor'),
    };
  }
}
