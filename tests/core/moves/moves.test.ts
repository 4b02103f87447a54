import { expect } from 'chai';
import fc from 'fast-check';
import { CATALOGUE, inSchool } from '../../../src/core/drills/index.ts';
import { isShownMirrored } from '../../../src/core/drills/side-shown.ts';
import { fitLayout } from '../../../src/core/layouts/fit.ts';
import { computedFigures } from '../../../src/core/moves/figures.ts';
import {
  ballAt,
  brokenInWords,
  brokenLaws,
  completions,
  footAt,
  frameAt,
  keepingPace,
  LAWS,
  loopTicks,
  type Movement,
  MovesProblem,
  mirrorMovement,
  momentsOf,
  type Plan,
  planMovement,
  planOfDrill,
  rateFor,
  readMovement,
  repsIn,
  writeMovement,
} from '../../../src/core/moves/index.ts';
import { often, someOf } from '../../often.ts';
import { reading } from '../reading.ts';

const drills = CATALOGUE.flatMap((drill) =>
  (drill.moves?.texts ?? []).map((text, example) => ({ drill, text, example, name: `${drill.id} ${example + 1}` })),
);
const plans = new Map<string, Plan>();
const planOf = (one: (typeof drills)[number]): Plan => {
  const had = plans.get(one.name) ?? (planOfDrill(one.drill, { example: one.example }) as Plan);
  plans.set(one.name, had);
  return had;
};
const anyDrill = fc.constantFrom(...drills);
const onTheSpot = drills.filter((one) => !one.text.includes('on the route'));
/** A movement without where it stands in the text, which writing it changes. */
const bare = (movement: Movement) => {
  const plain = (beats: Movement['beats']) => beats.map(({ line: _, words: __, ...beat }) => beat);
  return { ...movement, beats: plain(movement.beats), sideways: plain(movement.sideways) };
};

/** Soft laws that a shipped picture still breaks, each with what is seen. None of them hides what the feet do. */
const KNOWN: Record<string, string> = {
  'sole-taps-round-the-ball 1': 'the shoe that comes off the top grazes the ball',
  'square-shuffle 1': 'the shoe that comes off the top grazes the ball',
  'drag-stop 1': 'turning round, the standing shoe grazes the ball',
  'wall-give-and-go 1': 'running along, one shoe passes the other closely',
  'line-laces 1': 'on the turn the inner shoe grazes the ball',
  'speed-change-half-way 1': 'on the turn the inner shoe grazes the ball',
  'sole-roll-line 1': 'the feet pass closely',
  'three-gates 1': 'on the turn the inner shoe grazes the ball',
  'reverse-step-over 1': 'turning round, the shoe grazes the ball',
  'u-turn-away 1': 'turning round, the shoe grazes the ball',
  'chest-laces-l-turn 1': 'behind the standing leg the ball grazes its shoe',
  'cross-course-ball 1': 'on the turn the inner shoe grazes the ball',
  'staircase-course-ball 1': 'on the turn the inner shoe grazes the ball',
};

describe('moves: the words', () => {
  const problemOf = (text: string): MovesProblem => {
    try {
      readMovement(text);
    } catch (error) {
      if (error instanceof MovesProblem) return error;
      throw error;
    }
    throw new Error(`“${text}” was read.`);
  };
  it('point at line and letters, and propose the nearest word', () => {
    const wrong = problemOf('ball in front\nright insid taps across');
    expect([wrong.message, wrong.line, wrong.from, wrong.to]).to.deep.equal([
      '“insid” is not a word of the moves. Did you mean “inside”?',
      2,
      6,
      11,
    ]);
    expect(problemOf('right wobbles').message).to.include('Say a foot');
  });
  it('say what is missing or too much', () => {
    for (const [text, words] of [
      ['inside taps', 'Which foot taps?'],
      ['right inside taps and left sole stops', 'Two touches in one beat.'],
      ['right inside taps\nagain\nleft sole stops', 'Nothing comes after “again”.'],
      ['turn half', 'Which way round?'],
      ['again', 'Say the beats first'],
      ['right inside taps\nball in front', 'before the first beat'],
      ['13 times: right inside taps', '1 to 12 times, not 13'],
      ['', 'There is no beat yet.'],
      ['wait', 'Nobody moves here.'],
      ['same inside taps', '“same” needs a foot'],
      ['right inside taps pulls', 'a second thing to do'],
    ] as const)
      expect(problemOf(text).message, text).to.include(words);
    expect(() => planMovement(readMovement('right inside passes to the wall\nagain'))).to.throw(MovesProblem, 'There is no wall');
    expect(() => planMovement(readMovement('on the route\nright inside pushes along\nagain'))).to.throw(
      MovesProblem,
      'The route is not there',
    );
    expect(() => planMovement(readMovement('far inside taps\nagain'))).to.throw(MovesProblem, 'said on a route');
  });
  it('count shoes, steps and beats: 2 are 0.44 m, 2 steps are 1.08 m, a long beat is 2', () => {
    const far = (text: string) => readMovement(text).beats[0]?.acts[0]?.far;
    expect(far('right sole pulls back 2')).to.be.closeTo(0.44, 1e-9);
    expect(far('right sole pulls back 2 steps')).to.be.closeTo(1.08, 1e-9);
    expect(far('right inside taps half a step')).to.be.closeTo(0.27, 1e-9);
    expect(far('right sole pulls')).to.be.closeTo(0.33, 1e-9);
    const { beats } = readMovement('right sole taps long *, left sole taps short, 3 times: right sole taps');
    expect(beats.map((beat) => [beat.length, beat.rep])).to.deep.equal([
      [2, true],
      [0.5, false],
      [1, false],
      [1, false],
      [1, false],
    ]);
  });
  it('know other and same foot, and the stronger one', () => {
    const feet = (text: string, stronger: 'left' | 'right' = 'right') =>
      readMovement(text, stronger).beats.map((beat) => beat.acts[0]?.who);
    expect(feet('right sole taps\nother sole taps\nsame sole taps')).to.deep.equal(['right', 'left', 'left']);
    expect(feet('stronger sole taps\nother sole taps\nother sole taps', 'left')).to.deep.equal(['left', 'right', 'right']);
  });
  it('law: written and read again it is the same, for every shipped drill and its mirror', () => {
    for (const { text, name } of drills)
      for (const movement of [readMovement(text), mirrorMovement(readMovement(text))])
        expect(bare(readMovement(writeMovement(movement))), name).to.deep.equal(bare(movement));
  });
  it('law: written in Spanish and read again it is the same, whatever the reader’s language, for every shipped drill and its mirror', () => {
    for (const { text, name } of drills)
      for (const movement of [readMovement(text), mirrorMovement(readMovement(text))])
        expect(bare(readMovement(writeMovement(movement, 'es'))), `${name}\n${writeMovement(movement, 'es')}`).to.deep.equal(
          bare(movement),
        );
  });
  it('are read as a Spanish coach says them, with or without accents, beside English ones', () => {
    const same = (spanish: string, english: string) =>
      expect(bare(readMovement(spanish)), spanish).to.deep.equal(bare(readMovement(english)));
    same(
      'derecho interior toca cruzando\nizquierdo planta para\notra vez en espejo',
      'right inside taps across\nleft sole stops\nagain mirrored',
    );
    same('con el pie derecho pisa', 'right stops');
    same(
      'balón delante del izquierdo\nel izquierdo pasa por encima desde dentro, luego el izquierdo empuja con el exterior hacia afuera 2',
      'ball in front of the left\nleft steps over from the inside, left outside pushes out 2',
    );
    same('derecho arrastra atrás 2 y el izquierdo da un paso a la izquierda', 'right pulls back 2 and left steps left');
    same(
      'pelota en las manos\nlanza a la altura de la cabeza\nizquierdo empeine amortigua',
      'ball in the hands\nthrow up to the head\nleft laces cushions',
    );
    same('dos veces: derecho sole taps, izquierdo planta toca', 'two times: right sole taps, left sole taps');
  });
  it('that are not known are asked about in the reader’s language', () => {
    const said = (code: string, text: string) => {
      try {
        reading(code, () => readMovement(text));
      } catch (error) {
        return (error as Error).message;
      }
      return '';
    };
    expect(said('es', 'derecho plamta toca')).to.contain('planta');
    expect(said('en', 'right soel taps')).to.contain('sole');
    expect(said('es', 'empuja')).to.contain('Which foot empuja?');
    expect(said('en', 'pushes')).to.contain('Which foot pushes?');
  });
  it('law: mirrored twice it is itself', () => {
    for (const { text } of drills) expect(mirrorMovement(mirrorMovement(readMovement(text)))).to.deep.equal(readMovement(text));
  });
  it('law: any text is either read or a problem in one of its lines', () => {
    const piece = fc.constantFrom(
      'right',
      'inside',
      'taps',
      'again',
      ';',
      ',',
      '\n',
      '*',
      'and',
      '3 times:',
      'turn half left',
      'ball in front',
      '(',
      'é',
      'wobble',
    );
    fc.assert(
      fc.property(fc.array(fc.oneof(piece, fc.string({ maxLength: 6 })), { maxLength: 14 }), (pieces) => {
        const text = pieces.join(' ');
        try {
          readMovement(text);
        } catch (error) {
          expect(error).to.be.instanceOf(MovesProblem);
          const { line, from, to } = error as MovesProblem;
          expect(line).to.be.within(1, text.split('\n').length);
          expect(from).to.be.at.most(to);
        }
      }),
      { numRuns: often(400) },
    );
  });
  it('are completed while they are typed', () => {
    expect(completions('ins')).to.deep.equal(['inside', 'instep']);
    expect(completions('')).to.deep.equal([]);
  });
});

describe('moves: the picture', () => {
  it('every shipped drill is drawn; what is free shows two examples', () => {
    expect(CATALOGUE.filter((drill) => !drill.moves).map((drill) => drill.id)).to.deep.equal([]);
    for (const { moves, id } of CATALOGUE) expect(moves?.texts.length, id).to.equal(moves?.free ? 2 : 1);
    expect(CATALOGUE.filter((drill) => drill.moves?.free).map((drill) => drill.id)).to.deep.equal([
      'any-surface-touches',
      'free-combination',
      'shielding',
    ]);
  });
  for (const one of someOf(drills))
    it(`${one.name} keeps the laws and closes`, () => {
      const plan = planOf(one);
      const broken = brokenLaws(plan);
      const worst = broken.filter((law) => LAWS[law.law] === 'hard' || law.law === 'the loop closes' || !KNOWN[one.name]);
      expect(worst.map((law) => `${law.law}: ${brokenInWords(plan, law)} (${law.by.toFixed(3)})`)).to.deep.equal([]);
      expect(momentsOf(plan).length).to.be.within(2, 6);
    });
  it('law: nothing jumps, bones keep their length, and a loop later it is the same', () => {
    fc.assert(
      fc.property(
        anyDrill,
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 1e-5, max: 0.004, noNaN: true }),
        (one, t, dt) => {
          const plan = planOf(one);
          if (plan.closes === 'begins anew' && (t % plan.period) + dt >= plan.period) return;
          const still = plan.closes !== 'moves along' || Math.floor(t / plan.period) === Math.floor((t + dt) / plan.period);
          const [a, b, c] = [frameAt(plan, t), frameAt(plan, t + dt), frameAt(plan, t + plan.period)];
          for (const side of ['left', 'right'] as const) {
            const { hip, knee, ankle } = a.legs[side];
            expect(Math.hypot(hip.x - knee.x, hip.y - knee.y, hip.z - knee.z)).to.be.closeTo(0.335, 1e-6);
            expect(Math.hypot(ankle.x - knee.x, ankle.y - knee.y, ankle.z - knee.z)).to.be.closeTo(0.315, 1e-6);
            for (const axis of ['x', 'y', 'z'] as const) {
              if (still)
                expect(Math.abs(a.feet[side][axis] - b.feet[side][axis]), `${one.name} ${side} ${axis}`).to.be.below(0.03 + dt * 16);
              expect(Math.abs(a.feet[side][axis] - c.feet[side][axis])).to.be.below(0.005);
            }
          }
        },
      ),
      { numRuns: often(300) },
    );
  });
  it('law: mirrored, left is right and x is −x, at every moment', () => {
    const mirrors = new Map<string, Plan>();
    fc.assert(
      fc.property(fc.constantFrom(...onTheSpot), fc.double({ min: 0, max: 30, noNaN: true }), (one, t) => {
        const plan = planOf(one);
        const mirror = mirrors.get(one.name) ?? planMovement(mirrorMovement(readMovement(one.text)));
        mirrors.set(one.name, mirror);
        const [a, b] = [frameAt(plan, t), frameAt(mirror, t)];
        const off = Math.max(Math.abs(a.ball.x + b.ball.x), Math.abs(a.ball.y - b.ball.y), Math.abs(a.ball.z - b.ball.z));
        expect(off, one.name).to.be.below(1e-6);
        expect(Math.abs(a.feet.left.x + b.feet.right.x), one.name).to.be.below(1e-6);
        expect(Math.abs(a.legs.right.knee.z - b.legs.left.knee.z), one.name).to.be.below(1e-6);
      }),
      { numRuns: often(200) },
    );
  });
  it('law: whatever beats are strung together, the hard laws hold', () => {
    const foot = fc.constantFrom('right', 'left', 'other', 'same');
    const doing = fc.constantFrom(
      ...[
        'inside taps across',
        'outside taps out',
        'inside taps in',
        'sole taps',
        'sole pulls back 1.5',
        'laces pushes forward 1',
        'sole rolls across 1.5',
      ],
      ...[
        'inside stops',
        'sole stops',
        'steps over from the inside',
        'steps over from the outside',
        'sole brings it home',
        'toe pushes forward 1',
        'steps after it',
      ],
    );
    const beat = fc.tuple(foot, doing, fc.constantFrom('', ' long', ' short')).map((parts) => `${parts[0]} ${parts[1]}${parts[2]}`);
    const where = fc.constantFrom('ball between the feet', 'ball in front', 'ball in front of the right');
    fc.assert(
      fc.property(
        fc.array(beat, { minLength: 1, maxLength: 6 }),
        fc.constantFrom('again', 'again mirrored', 'again from the start'),
        where,
        (beats, again, place) => {
          const plan = planMovement(readMovement([place, 'right inside taps', ...beats, again].join('\n')));
          const hard = brokenLaws(plan, 1 / 60).filter((one) => LAWS[one.law] === 'hard');
          expect(hard.map((one) => `${one.law} ${one.by}`)).to.deep.equal([]);
        },
      ),
      { numRuns: often(60) },
    );
  });
  it('a law that is broken is told in a sentence with its beat', () => {
    const plan = planMovement(readMovement('ball in front of the right\nright laces pushes forward 3\nagain'));
    expect(brokenLaws(plan).map((one) => brokenInWords(plan, one))).to.include(
      'It ends 66 cm from where it began. Bring the ball home, or say “moving along”.',
    );
    const said = readMovement('ball in front of the right\nright laces pushes forward 3\nmoving along\nagain');
    expect(brokenLaws(planMovement(said)).some((one) => one.law === 'the loop closes')).to.equal(false);
  });
  it('a touch is where the ball is: the inside tap leaves the ball one radius from the shoe', () => {
    const plan = planMovement(readMovement('ball between the feet\nright inside taps across *\nleft inside taps across *\nagain'));
    expect([plan.closes, plan.passes, plan.period]).to.deep.equal(['same place', 1, 1]);
    expect(computedFigures(plan).touches).to.deep.equal({ 'right inside': 1, 'left inside': 1 });
    const contact = plan.contacts.find((one) => one.t > plan.start && one.who === 'right');
    const [ball, foot] = [ballAt(plan, contact?.t ?? 0), footAt(plan, 'right', contact?.t ?? 0)];
    expect(Math.hypot(ball.x - foot.x, ball.y - foot.y)).to.be.within(0.1, 0.16);
  });
  it('gravity takes the time it takes: 0.76 m of free fall from the hands, 0.39 s', () => {
    const plan = planMovement(
      readMovement('ball in the hands\nhands drop\nball bounces\nright laces kicks up to the chest\nhands catch *\nagain'),
    );
    const drop = plan.ticks[plan.first];
    expect(drop?.beat.words).to.equal('hands drop');
    // √(2 · (0.86 − 0.103) / 9.81)
    expect(drop?.fixed).to.be.closeTo(Math.sqrt((2 * (0.86 - 0.103)) / 9.81), 1e-9);
  });
  it('is played at the drill’s own paces: 1.4, 2.2 and 3.2 taps a second of a loop with 2 taps in 1 s', () => {
    const plan = planMovement(readMovement('ball between the feet\nright inside taps across *\nleft inside taps across *\nagain'));
    const pace = { easy: 1.4, usual: 2.2, fast: 3.2 };
    expect(repsIn(plan)).to.equal(2);
    expect((['quarter', 'easy', 'half', 'full'] as const).map((name) => rateFor(plan, name, pace))).to.deep.equal([0.4, 0.7, 1.1, 1.6]);
  });
  it('is mirrored for the foot that works, and for left-footers', () => {
    expect(isShownMirrored('each foot', 'left', 'right')).to.equal(true);
    expect(isShownMirrored('each foot', 'right', 'left')).to.equal(false);
    expect(isShownMirrored('alternating', null, 'left')).to.equal(true);
    expect(isShownMirrored('alternating', null, 'both')).to.equal(false);
    expect(isShownMirrored('other foot only', null, 'right')).to.equal(true);
    expect(isShownMirrored('other foot only', null, 'left')).to.equal(false);
    expect(isShownMirrored('left', 'left', 'left')).to.equal(false);
  });
});

/** Where the catalogue's touches differ from the picture's, and why. */
const OTHER_TOUCHES: Record<string, string> = {
  'sole-taps-pulling-back': 'the push forward after six taps is no tap',
  'soft-header-catch': 'touches of a rep are those of the feet; the head is none',
};

describe('moves: the figures', () => {
  it('agree with the catalogue in touches a rep, hops and jumps, or stand in the list of differences', () => {
    const off: string[] = [];
    for (const one of someOf(drills)) {
      if (one.drill.moves?.free) continue;
      const plan = planOf(one);
      const { touchesPerRep, hops, jumps } = computedFigures(plan);
      if (repsIn(plan) > 0 && touchesPerRep !== one.drill.touchesPerRep && !OTHER_TOUCHES[one.drill.id])
        off.push(`${one.drill.id}: ${touchesPerRep} touches`);
      if (hops.left + hops.right > 0 !== one.drill.loads.includes('single-leg hop')) off.push(`${one.drill.id}: hops`);
      // Changing feet on the ball is a small jump with both: no load of its own.
      if (jumps > 0 && !one.drill.loads.includes('high impact') && one.drill.id !== 'sole-taps') off.push(`${one.drill.id}: jumps`);
    }
    expect(off).to.deep.equal([]);
  });
  it('fit on the ground that the drill asks for, either way round', () => {
    const off = someOf(drills).flatMap((one) => {
      const { length, width } = computedFigures(planOf(one)).ground;
      const { space } = one.drill;
      const [asked, used] = [[space.length, space.width].sort((a, b) => a - b), [length, width].sort((a, b) => a - b)] as [
        [number, number],
        [number, number],
      ];
      return used[0] > asked[0] + 1e-9 || used[1] > asked[1] + 1e-9 ? [`${one.drill.id}: ${length} × ${width} m`] : [];
    });
    expect(off).to.deep.equal([]);
  });
  it('leave no ceiling above what gravity and a foot of 9 m/s allow', () => {
    const off = someOf(drills).flatMap((one) => {
      const plan = planOf(one);
      const { fastest } = computedFigures(plan);
      return repsIn(plan) > 0 && one.drill.pace.ceiling > fastest ? [`${one.drill.id}: ${fastest.toFixed(2)}`] : [];
    });
    expect(off).to.deep.equal([]);
  });
  it('compute the most reps a second from falls, passes and the way of a foot', () => {
    const fastest = (text: string) => computedFigures(planMovement(readMovement(text))).fastest;
    // 5 cm up and down again, whatever height the picture says below the head: 2·√(2·0.05/9.81) s.
    const low = 1 / (2 * Math.sqrt(0.1 / 9.81));
    const kick = (high: string) =>
      fastest(`ball in the air\nright laces kicks up to the ${high} *\nleft laces kicks up to the ${high} *\nagain`);
    expect(kick('knee')).to.be.closeTo(low, 0.15);
    expect(kick('chest')).to.equal(kick('knee'));
    expect(kick('head')).to.be.below(1.2);
    const wall = (steps: number) =>
      fastest(`wall ${steps} steps ahead\nball in front of the right\nright inside passes to the wall *\nagain`);
    expect(wall(3)).to.be.above(wall(4));
    // Rolled, it is the feet alone that limit it.
    const taps = 'ball between the feet\nright inside taps across *\nleft inside taps across *\nagain';
    expect(fastest(taps)).to.be.above(fastest(taps.replaceAll('across', 'across 3')));
  });
  it('have a mark for what is counted wherever something is', () => {
    const counted = drills.filter((one) => !one.drill.moves?.free && !['course time', 'sets', 'time on'].includes(one.drill.measure));
    const off = counted.filter((one) => repsIn(planOf(one)) === 0);
    expect(off.map((one) => `${one.drill.id} ${one.drill.measure}`)).to.deep.equal([]);
  });
});

describe('moves: done rep by rep', () => {
  const plan = planMovement(readMovement('ball between the feet\nright inside taps across *\nleft inside taps across *\nagain'));
  const contactAt = (seconds: number) => {
    const at = (((seconds % plan.period) + plan.period) % plan.period) + plan.start;
    return loopTicks(plan).find((tick) => Math.abs(tick.t - at) < 1e-6 || Math.abs(tick.t - at - plan.period) < 1e-6)?.worker;
  };

  it('touches at each rep’s instant, with the rep’s foot, and never goes back', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.1, max: 3, noNaN: true }), { minLength: 1, maxLength: 20 }), fc.boolean(), (gaps, left) => {
        let at = 2;
        const reps = gaps.map((gap, i) => {
          at += gap;
          return { at, foot: ((i % 2 === 0) === left ? 'left' : 'right') as 'left' | 'right' };
        });
        const clock = keepingPace(plan, reps);
        for (const rep of reps) expect(contactAt(clock(rep.at))).to.equal(rep.foot);
        const times = Array.from({ length: 200 }, (_, i) => clock((i / 199) * (at + 3)));
        for (const [i, time] of times.entries()) if (i > 0) expect(time).to.be.at.least((times[i - 1] as number) - 1e-9);
      }),
    );
  });
  it('stands half a second before the first rep and after the last', () => {
    const clock = keepingPace(plan, [
      { at: 2, foot: 'right' },
      { at: 2.5, foot: 'left' },
    ]);
    expect(clock(0)).to.equal(clock(1.5));
    expect(clock(1.5)).to.be.below(clock(1.51));
    expect(clock(3)).to.equal(clock(9));
    expect(clock(2.99)).to.be.below(clock(3));
  });
  it('needs something to count', () => {
    expect(() => keepingPace(plan, [])).to.throw(RangeError);
    const held = planMovement(readMovement('no ball\nright foot holds behind\nagain'));
    expect(() => keepingPace(held, [{ at: 1, foot: 'left' }])).to.throw(RangeError);
  });
});

describe('moves: by school and yard', () => {
  const juggled = CATALOGUE.filter((drill) => drill.contact && drill.moves?.texts.some((text) => /kicks up/.test(text)));

  it('lift the ball with the toe or the laces as the squad’s school has it, lawfully both ways', () => {
    expect(juggled.length).to.be.above(5);
    for (const drill of juggled)
      for (const school of ['toe-up', 'laces'] as const) {
        const taught = inSchool(drill, school);
        const text = taught.moves?.texts.join('\n') ?? '';
        expect(/\b(toe|laces) kicks up/.exec(text)?.[1] ?? school, drill.id).to.equal(school === 'toe-up' ? 'toe' : 'laces');
        expect(inSchool(taught, school).moves).to.deep.equal(taught.moves);
        const plan = planOfDrill(taught);
        if (!plan) throw new Error(`${drill.id} has no picture`);
        const broken = brokenLaws(plan, 1 / 60).filter(({ law }) => LAWS[law] === 'hard');
        expect(
          broken.map((one) => brokenInWords(plan, one)),
          `${drill.id}, ${school}`,
        ).to.deep.equal([]);
      }
  });
  it('go over the cones as they lie in a small yard', () => {
    const slalom = CATALOGUE.find((drill) => drill.id === 'slalom-right');
    if (!slalom?.layout) throw new Error('There is no slalom.');
    const fitted = fitLayout(slalom.layout, { length: 4, width: 3 }, 0.54);
    if (!fitted || fitted.kind === 'as it is') throw new Error('It needs no fitting.');
    const [whole, small] = [planOfDrill(slalom), planOfDrill({ ...slalom, fitted })];
    expect(small?.course?.length).to.be.below((whole?.course?.length ?? 0) * 0.95);
    expect(small?.cones).to.have.length(fitted.placed.cones.length);
  });
});
