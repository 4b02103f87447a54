import { expect } from 'chai';
import { drillFile } from '../../../src/core/files/index.ts';
import { importDrills, saveDrill } from '../../../src/server/drills/own.ts';
import { drillNames, shelf } from '../../../src/server/drills/shelf.ts';
import { inReadersWords } from '../../../src/server/platform/answers.ts';
import { inLanguage } from '../../../src/server/platform/languages.ts';
import { anOwnDrill, openTown, type Town } from '../make.ts';

describe('an own drill in two languages', () => {
  let t: Town;
  beforeEach(async () => {
    t = await openTown();
  });
  afterEach(() => t.close());
  const content = anOwnDrill({ id: 'own-hall-1', name: 'Hall taps', steps: ['Tap the ball.', 'Look up.'] });
  const save = (one: typeof content, basedOn: number | null) =>
    saveDrill(t.context, t.coach, { squad: t.squad, drill: one.id, basedOn, content: one, newRecords: false });
  const shown = (language: string) =>
    inLanguage(language, () => inReadersWords(shelf(t.context, t.coach, { squad: t.squad })).drills.find((one) => one.id === 'own-hall-1'));

  it('is kept in English first, whichever language its coach writes in; a save from the other side starts no new records', () => {
    save({ ...content, also: { written: 'en', language: 'es', texts: { 'Hall taps': 'Toques de salón', 'Look up.': 'Look up.' } } }, null);
    expect(shown('en')?.also?.texts, 'what is its own translation is not translated').to.deep.equal({ 'Hall taps': 'Toques de salón' });
    const spanish = shown('es');
    expect([spanish?.name, spanish?.steps]).to.deep.equal(['Toques de salón', ['Tap the ball.', 'Look up.']]);
    expect(inLanguage('es', () => drillNames(t.context.db, t.squad)('own-hall-1'))).to.equal('Toques de salón');
    if (!spanish) throw new Error('no drill');
    const { own: _, archived: __, ...sent } = spanish;
    const again = save(sent, 1);
    expect([again.name, again.group, again.version]).to.deep.equal(['Hall taps', 1, 2]);
    expect(again.also?.texts).to.deep.equal({ 'Hall taps': 'Toques de salón' });
  });

  it('comes in from a file the same, also from one that was written in Spanish first', () => {
    const es = { ...content, name: 'Toques', also: { written: 'es' as const, language: 'en' as const, texts: { Toques: 'Hall taps' } } };
    const read = () => importDrills(t.context, t.coach, { squad: t.squad, file: drillFile([es]), dryRun: false });
    expect(read().added).to.deep.equal(['Hall taps']);
    expect([shown('en')?.name, shown('es')?.name]).to.deep.equal(['Hall taps', 'Toques']);
    expect(read().same, 'nothing changed').to.deep.equal(['Hall taps']);
  });

  it('written in Spanish first, and in English later, goes on with its records', () => {
    const { counting } = content;
    const es = { ...content, name: 'Toques', counting: { ...counting, counts: 'Cada toque.' } };
    save(es, null);
    const both = { written: 'es' as const, language: 'en' as const, texts: { Toques: 'Hall taps', 'Cada toque.': 'Each tap.' } };
    const again = save({ ...es, also: both }, 1);
    expect([again.name, again.group]).to.deep.equal(['Hall taps', 1]);
    expect(shown('es')?.name).to.equal('Toques');
    // What is counted in another way starts new records, as ever.
    expect(save({ ...es, counting: { ...counting, counts: 'Cada dos toques.' } }, 2).group).to.equal(2);
  });
});
