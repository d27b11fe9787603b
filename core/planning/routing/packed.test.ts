import { packTravel, unpackTravel } from './packed.ts';
import { travelTable } from './travel.ts';

describe('a travel table as it travels', () => {
  const table = travelTable(
    [480, 540, 720],
    [
      [0, 16.2, 0.7, 0],
      [0, 12.1, 0.7, 0],
      [0, 12.1, 0.7, 0],
    ],
    2,
  );

  it('comes back as it was, through JSON', () => {
    const sent = JSON.parse(JSON.stringify(packTravel(table))) as ReturnType<typeof packTravel>;
    expect(unpackTravel(sent)).toEqual(table);
  });

  it('holds once what is the same at two times of day', () => {
    expect(packTravel(table)).toMatchObject({ tenths: [[0, 162, 7, 0], expect.anything()], at: [0, 1, 1] });
  });

  it('is refused where a table is missing or too short', () => {
    const sent = packTravel(table);
    expect(() => unpackTravel({ ...sent, at: [0, 1, 2] })).toThrow(/no table 2/);
    expect(() => unpackTravel({ ...sent, places: 3 })).toThrow(/expected 9/);
  });
});
