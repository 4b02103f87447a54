import { expect } from 'chai';
import { gallery } from '../../../src/server/screens/gallery.ts';
import { openTestHouse } from '../make.ts';

describe('the gallery', () => {
  it('is there only where the setting says so', async () => {
    const town = openTestHouse();
    const open = openTestHouse({ GALLERY: 'yes' });
    expect(() => gallery(town.context)).to.throw('There is no such page.');
    const shown = gallery(open.context);
    expect(shown.spot.moves && shown.course.moves && shown.course.layout).to.be.an('object');
    expect(shown.sheet.filter((one) => one.kind === 'work').length).to.be.greaterThan(3);
    town.close();
    open.close();
  });
});
