import { expect } from 'chai';
import {
  CATALOGUE,
  CONTACT_SCHOOLS,
  Drill,
  FAMILIES,
  findCircle,
  harderThan,
  inSchool,
  MEASURES,
  searchDrills,
  WORKING_SIDES,
} from '../../../src/core/drills/index.ts';
import { wrongLetters } from '../../../src/core/drills/search.ts';
import { drillOf } from '../make.ts';

describe('the shelf of drills', () => {
  it('holds at least 80 drills and 60 edges, each measure, each kind of sides and each family', () => {
    expect(CATALOGUE.length).to.be.at.least(80);
    expect(CATALOGUE.reduce((sum, drill) => sum + drill.easier.length, 0)).to.be.at.least(60);
    expect(new Set(CATALOGUE.map((drill) => drill.measure))).to.have.all.keys(...MEASURES);
    expect(new Set(CATALOGUE.map((drill) => drill.sides))).to.have.all.keys(...WORKING_SIDES);
    expect(new Set(CATALOGUE.map((drill) => drill.family))).to.have.all.keys(...FAMILIES);
  });

  it('has each id once, no edge that leads nowhere, and no circle of easier drills', () => {
    const ids = CATALOGUE.map((drill) => drill.id);
    expect(new Set(ids).size).to.equal(ids.length);
    for (const drill of CATALOGUE) for (const easier of drill.easier) expect(ids, `${drill.id} names ${easier}`).to.include(easier);
    expect(findCircle(CATALOGUE)).to.equal(null);
  });

  it('carries its caution on every wall, hop and balance drill', () => {
    for (const drill of CATALOGUE) {
      if (drill.kit.includes('wall') || drill.loads.includes('single-leg hop')) expect(drill.cautions, drill.id).not.to.deep.equal([]);
    }
  });

  it('carries a caution on every overhead and heading drill, and heading only from 12', () => {
    for (const drill of CATALOGUE) {
      if (drill.loads.includes('overhead') || drill.loads.includes('heading')) expect(drill.cautions, drill.id).not.to.deep.equal([]);
      if (drill.loads.includes('heading')) expect(drill.minAge, drill.id).to.be.at.least(12);
    }
  });

  it('leaves no field empty: aliases to find it by, a counting rule, and bands for all that is scored', () => {
    for (const drill of CATALOGUE) {
      expect(drill.aliases.length, `${drill.id} has aliases`).to.be.above(0);
      expect(drill.name.split(' ').length + drill.purpose.length, drill.id).to.be.above(10);
      if (drill.measure !== 'time on') expect(drill.bands.length, `${drill.id} has bands`).to.be.above(0);
      if (['sets', 'course time'].includes(drill.measure)) expect(drill.courseSeconds, drill.id).to.be.a('number');
      for (const band of drill.bands) {
        const rising = drill.measure === 'fixed reps' || drill.measure === 'sets' || drill.measure === 'course time' ? -1 : 1;
        expect(Math.sign(band.strong - band.starting), `${drill.id} band ${band.per}`).to.equal(rising);
      }
    }
  });

  it('names no drill twice, and none after a person', () => {
    const names = CATALOGUE.map((drill) => drill.name.toLowerCase());
    expect(new Set(names).size).to.equal(names.length);
    // A person's name would be a capital letter inside a name; letters that describe a shape (V, L, U) are shapes.
    for (const drill of CATALOGUE)
      for (const words of [drill.name, ...drill.aliases])
        for (const word of words.split(/[\s,-]+/).slice(1)) if (!/^[VLU]$/.test(word)) expect(word, drill.id).to.equal(word.toLowerCase());
  });

  it('has both schools of juggling contact, each with its first drill and its own words', () => {
    for (const school of CONTACT_SCHOOLS) expect(CATALOGUE.some((drill) => drill.school === school)).to.equal(true);
    for (const drill of CATALOGUE.filter((one) => one.school !== null)) {
      const twin = drillOf(drill.twin ?? '');
      expect([twin.school !== drill.school, twin.twin], drill.id).to.deep.equal([true, drill.id]);
    }
    const juggle = drillOf('juggle-alternating');
    expect(inSchool(juggle, 'toe-up').cues).not.to.deep.equal(inSchool(juggle, 'laces').cues);
    expect(inSchool(juggle, 'toe-up').cues.join(' ')).to.match(/back-spin/);
    expect(inSchool(drillOf('inside-taps'), 'laces')).to.equal(drillOf('inside-taps'));
  });

  it('knows the figures seen in practice', () => {
    // 300 touches in a minute (5 a second) was not believed; 200 is what trained teenagers reach.
    const touches = drillOf('any-surface-touches');
    expect(300 / 60).to.be.above(touches.pace.ceiling);
    expect(200 / 60).to.be.below(touches.pace.fast);
    expect(touches.bands[0]).to.include({ per: 60, strong: 200, estimated: false });
    // 22 step-overs in 10 s is a highly trained adult.
    expect(drillOf('counted-step-overs').pace.fast).to.equal(2.2);
  });

  it('finds a circle when there is one and names the way round', () => {
    const [a, b] = [drillOf('inside-taps'), drillOf('sole-taps')];
    expect(findCircle([{ ...a, easier: ['sole-taps'] }, b])).to.deep.equal(['inside-taps', 'sole-taps', 'inside-taps']);
  });

  it('lists the next steps up', () => {
    expect(harderThan(CATALOGUE, 'line-laces').map((drill) => drill.id)).to.include.members(['slalom-right', 'slalom-left', 'slalom-both']);
  });

  it('refuses a drill whose paces do not rise', () => {
    const wrong = { ...drillOf('inside-taps'), pace: { easy: 2, usual: 1, fast: 3, ceiling: 4, estimated: true } };
    expect(Drill.safeParse(wrong).success).to.equal(false);
  });
});

describe('a search that forgives', () => {
  const ids = (query: string) => searchDrills(CATALOGUE, query).map((drill) => drill.id);

  it('finds what was meant where a letter is wrong, missing, too many or changed about', () => {
    for (const typed of ['juglge', 'jugle', 'juggglle', 'jaggle', 'tenis ball', 'staircaes', 'wal pass'])
      expect(ids(typed), typed).not.to.deep.equal([]);
    expect(ids('drag bcak')).to.include.members(ids('drag back'));
  });

  it('takes what is there as it is typed before it guesses, and does not guess at short words', () => {
    expect(ids('sole taps')[0]).to.equal('sole-taps');
    expect(ids('xqz')).to.deep.equal([]);
    expect(ids('qqqqqqqq')).to.deep.equal([]);
  });

  it('counts wrong letters to the beginning of a word', () => {
    expect(wrongLetters('jugg', 'juggling')).to.equal(0);
    expect(wrongLetters('jgug', 'juggling')).to.equal(1);
    expect(wrongLetters('jugh', 'juggling')).to.equal(1);
    expect(wrongLetters('jug', 'jog')).to.equal(1);
    expect(wrongLetters('ball', 'wall')).to.equal(1);
    expect(wrongLetters('abcd', 'wxyz')).to.equal(4);
    expect(wrongLetters('', 'word')).to.equal(0);
  });

  it('knows the usual words for what drills are like', () => {
    const byId = (id: string) => CATALOGUE.find((drill) => drill.id === id);
    for (const query of ['beginners', 'for beginners']) {
      expect(ids(query).length, query).to.be.above(5);
      expect(
        ids(query).every((id) => byId(id)?.easier.length === 0 || /beginner/i.test(JSON.stringify(byId(id)))),
        query,
      ).to.equal(true);
    }
    expect(ids('weak foot')).to.include('sole-rolls').and.not.include('cross-course');
    expect(ids('without a ball').every((id) => !byId(id)?.kit.includes('ball') || /without/i.test(JSON.stringify(byId(id))))).to.equal(
      true,
    );
    // What a drill is not says nothing: whoever types “wall” wants one.
    expect(ids('wall').every((id) => byId(id)?.kit.includes('wall') || /wall/i.test(JSON.stringify(byId(id))))).to.equal(true);
    expect(ids('indoors').length).to.be.above(5);
    expect(ids('leg burner')).to.include('hop-out-in-taps');
  });
});

describe('searching the shelf', () => {
  const ids = (query: string) => searchDrills(CATALOGUE, query).map((drill) => drill.id);

  it('finds by name, alias and family, whatever the case and order of words', () => {
    expect(ids('TAPS sole')).to.include('sole-taps');
    expect(ids('toe taps')).to.include('sole-taps');
    expect(ids('stretch')).to.include('ankle-hip-hold');
  });

  it('puts name hits before alias hits', () => {
    const found = ids('weave');
    expect(found).to.include.members(['slalom-right', 'slalom-both']);
    expect(ids('slalom')[0]).to.match(/^slalom/);
  });

  it('gives all for an empty word and none for nonsense', () => {
    expect(ids('  ')).to.have.length(CATALOGUE.length);
    expect(ids('zzz')).to.deep.equal([]);
  });
});
