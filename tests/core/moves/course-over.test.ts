import { expect } from 'chai';
import { CATALOGUE } from '../../../src/core/drills/index.ts';
import { courseOver } from '../../../src/core/moves/course-over.ts';

const MOVES = 'put a cone; 3 forward; gate 1 wide; 5 forward; gate 1 wide';
const ROUTE = 'from 1; dribble through gate 1; dribble through gate 2; back the same way';

describe('the way over a layout while it is written', () => {
  it('is none as long as only its beginning is said', () => {
    for (const route of ['', 'from 1', 'from 1;', 'from 1; ']) expect(courseOver({ moves: MOVES, route }), route).to.equal(null);
    expect(courseOver({ moves: MOVES, route: ROUTE })?.length).to.be.greaterThan(10);
  });

  it('law: at no letter of any route of the catalogue does it break, and where there is a way it has a place everywhere', () => {
    for (const { id, layout } of CATALOGUE) {
      if (!layout?.route) continue;
      for (let letters = 0; letters <= layout.route.length; letters += 3) {
        const course = courseOver({ moves: layout.moves, route: layout.route.slice(0, letters) });
        if (course) expect(Number.isFinite(course.at(course.length / 3).x + course.face(0.2)), `${id} ${letters}`).to.equal(true);
      }
    }
  });
});
