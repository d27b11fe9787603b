import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let ada: Agent;
let siteId: string;
let unitId: string;

beforeAll(async () => {
  server = await testServer();
  ada = await server.as('technician');
  ({ siteId, unitId } = await oneUnit(server, { manufacturer: 'Norvane', model: 'NV060' }));
});
afterAll(() => server.stop());

const picture = (width: number, height: number, format: 'jpeg' | 'png' = 'jpeg') => {
  const plain = sharp({ create: { width, height, channels: 3, background: '#8f4519' } });
  return (format === 'png' ? plain.png() : plain.jpeg()).toBuffer();
};
const photo = (content: Buffer, more: object = {}) => ({
  id: randomUUID(),
  unitId,
  purpose: 'nameplate',
  takenAt: '2026-06-03T12:00:00Z',
  content: content.toString('base64'),
  ...more,
});

describe('a photograph', () => {
  it('is kept, made smaller, shown with a thumbnail, turned and put away', async () => {
    const body = photo(await picture(3000, 1500), { caption: 'plate' });
    await ada.post('/api/photos').send(body).expect(201);
    await ada.post('/api/photos').send(body).expect(201);
    const [view, ...more] = (await ada.get(`/api/units/${unitId}`)).body.photos;
    expect(more).toEqual([]);
    expect(view).toMatchObject({
      purpose: 'nameplate',
      caption: 'plate',
      width: 2400,
      height: 1200,
      by: 'Test technician',
    });
    const thumb = await ada.get(`/api/photos/${body.id}/thumb`).expect(200);
    expect(thumb.type).toBe('image/webp');
    expect(await sharp(thumb.body).metadata()).toMatchObject({ width: 320, height: 160 });
    await ada
      .patch(`/api/photos/${body.id}`)
      .send({ turn: 90, marks: [{ x: 0.5, y: 0.5, text: 'hidden screw' }] })
      .expect(200);
    const image = await ada.get(`/api/photos/${body.id}/image`).expect(200);
    expect(await sharp(image.body).metadata()).toMatchObject({ width: 1200, height: 2400 });
    expect((await ada.get(`/api/units/${unitId}`)).body.photos[0]).toMatchObject({
      turn: 90,
      width: 1200,
      marks: [{ text: 'hidden screw' }],
    });
    await ada.patch(`/api/photos/${body.id}`).send({ retired: true }).expect(200);
    expect((await ada.get(`/api/units/${unitId}`)).body.photos).toEqual([]);
    await ada.patch(`/api/photos/${body.id}`).send({ retired: false }).expect(200);
  });

  it('drops what the camera noted about place and owner', async () => {
    const content = await sharp(await picture(40, 30))
      .withExif({ IFD0: { Artist: 'Somebody' } })
      .jpeg()
      .toBuffer();
    const body = photo(content);
    await ada.post('/api/photos').send(body).expect(201);
    const image = await ada.get(`/api/photos/${body.id}/image`).expect(200);
    expect((await sharp(image.body).metadata()).exif).toBeUndefined();
  });

  it('that is not one is refused by its content, whatever it calls itself', async () => {
    const refused = async (content: Buffer, more: object = {}) =>
      (await ada.post('/api/photos').send(photo(content, more)).expect(422)).body.errors[0];
    expect(await refused(Buffer.from('<script>alert(1)</script>'))).toEqual({
      path: 'content',
      message: 'this file is not a picture',
    });
    expect(
      (await refused(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'))).message,
    ).toMatch(/only JPEG, PNG and WebP|not a picture/);
    const whole = await picture(800, 600);
    expect((await refused(whole.subarray(0, 300))).message).toMatch(/damaged|not a picture/);
    expect((await refused(whole, { siteId })).message).toMatch(/belongs to one unit/);
    expect((await refused(Buffer.alloc(8_100_000, 1))).message).toMatch(/at most 8 MB/);
  });
});

describe('how a model line comes apart', () => {
  it('is written once, with marks on a picture, and shown at the next machine of the line', async () => {
    const desk = await server.as('dispatcher');
    const note = randomUUID();
    await ada
      .post('/api/model-notes')
      .send({ id: note, unitId, title: 'Burner rack', text: 'Two screws hide behind the flame sensor.' })
      .expect(201);
    await ada
      .post('/api/photos')
      .send(
        photo(await picture(60, 40, 'png'), {
          unitId: undefined,
          modelNoteId: note,
          purpose: 'mark',
          marks: [{ x: 0.2, y: 0.4, text: 'first' }],
        }),
      )
      .expect(201);
    const make = async (manufacturer: string, model: string) => {
      const id = randomUUID();
      await desk
        .post('/api/units')
        .send({
          id,
          siteId,
          tag: `U-${model}-${manufacturer}`,
          kind: 'package gas/electric',
          manufacturer,
          model,
        })
        .expect(201);
      return (await ada.get(`/api/units/${id}`)).body.modelNotes;
    };
    const [shown] = await make('norvane', 'nv120x');
    expect(shown).toMatchObject({
      title: 'Burner rack',
      by: 'Test technician',
      photos: [{ marks: [{ text: 'first' }] }],
    });
    expect(await make('Norvane', 'QX1')).toEqual([]);
    await ada.patch(`/api/model-notes/${note}`).send({ retired: true }).expect(200);
    expect((await ada.get(`/api/units/${unitId}`)).body.modelNotes).toEqual([]);
  });

  it('reaches nobody without a maker and a model, and says so', async () => {
    const bare = await server.as('dispatcher');
    const id = randomUUID();
    await bare.post('/api/units').send({ id, siteId, tag: 'bare', kind: 'boiler' }).expect(201);
    const refused = await ada
      .post('/api/model-notes')
      .send({ id: randomUUID(), unitId: id, title: 'x', text: 'y' })
      .expect(422);
    expect(refused.body.errors[0].message).toMatch(/would reach nobody/);
  });
});
