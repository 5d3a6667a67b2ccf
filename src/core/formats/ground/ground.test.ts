import { zipSync } from 'fflate';
import { areaM2, toLonLat, type Point } from '../../ground';
import { readGround, readTable, type FileReading, type FoundGround, type SurveyTable } from './index';

const PLACE = { northDeg: 0 };
const ORIGIN = { lon: 12.5, lat: 53.2 };
const at = (x: number, y: number, z?: number): number[] => {
  const { lon, lat } = toLonLat([x, y], ORIGIN);
  return [lon, lat, ...(z === undefined ? [] : [z])];
};
const FIELD: Point[] = [
  [0, 0],
  [0, 60],
  [40, 70],
  [50, 0],
];
const AREA = areaM2(FIELD);
const ring = (points = FIELD): number[][] => [...points, points[0]].map(([x, y]) => at(x, y));
const polygon = (properties: object = {}, coordinates: unknown = [ring()]) => ({
  type: 'Feature',
  properties,
  geometry: { type: 'Polygon', coordinates },
});

function found(reading: FileReading): FoundGround {
  if (reading.ok !== true) throw new Error(reading.ok === false ? reading.why : 'it asks');
  return reading.found;
}
const both = (reading: FileReading) => {
  if (reading.ok !== 'swapped') throw new Error(`not asked: ${JSON.stringify(reading).slice(0, 200)}`);
  return reading;
};
const why = (text: string, place: Parameters<typeof readGround>[1] = PLACE): string => {
  const reading = readGround(text, place);
  return reading.ok === false ? reading.why : '';
};
const area = (reading: FileReading): number => areaM2(found(reading).outlines[0].outline);

describe('GeoJSON', () => {
  const json = (value: unknown): string => JSON.stringify(value);

  test.each<[string, string]>([
    ['a collection', json({ type: 'FeatureCollection', features: [polygon({ name: 'Field' })] })],
    ['one feature with a byte-order mark', '\uFEFF' + json(polygon())],
    ['a bare shape', json(polygon().geometry)],
    [
      'several polygons as one',
      json({ ...polygon(), geometry: { type: 'MultiPolygon', coordinates: [[ring()]] } }),
    ],
    ['a collection of shapes', json({ type: 'GeometryCollection', geometries: [polygon().geometry] })],
    ['a feature a line', `${json(polygon())}\n${json(polygon({ name: 'again' }))}\n`],
    ['a sequence with record separators', `\u001e${json(polygon())}\n\u001e${json(polygon())}\n`],
    ['heights in its corners', json(polygon({}, [ring().map((p, i) => [...p, 100 + i])]))],
    [
      'an old coordinate system line',
      json({
        type: 'FeatureCollection',
        crs: { type: 'name', properties: { name: 'urn:ogc:def:crs:OGC:1.3:CRS84' } },
        features: [polygon()],
      }),
    ],
    [
      'a closed line',
      json({ type: 'Feature', properties: {}, geometry: { type: 'LineString', coordinates: ring() } }),
    ],
  ])('%s: the field is read in local metres', (_name, text) => {
    expect(area(readGround(text, PLACE)) / AREA).toBeCloseTo(1, 4);
  });

  test('the origin is the field’s own middle, or the plan’s where it has one', () => {
    const one = found(readGround(json(polygon({ name: 'Far Acre' })), PLACE));
    expect(one.outlines[0].name).toBe('Far Acre');
    const xs = one.outlines[0].outline.map(([x]) => x);
    expect((Math.min(...xs) + Math.max(...xs)) / 2).toBeCloseTo(0, 3);
    const again = found(readGround(json(polygon()), { ...PLACE, origin: ORIGIN }));
    again.outlines[0].outline.forEach(([x, y], i) => {
      expect(x).toBeCloseTo(FIELD[i][0], 3);
      expect(y).toBeCloseTo(FIELD[i][1], 3);
    });
    expect(again.origin).toEqual(ORIGIN);
  });

  test('a sheet that is turned from north turns what comes in', () => {
    const turned = found(readGround(json(polygon()), { northDeg: 90, origin: ORIGIN }));
    // North lies to the right of the sheet: what was 60 m north is 60 m right.
    expect(turned.outlines[0].outline[1][0]).toBeCloseTo(60, 2);
    expect(turned.outlines[0].outline[1][1]).toBeCloseTo(0, 2);
  });

  test('points with heights, by their third number or a property', () => {
    const point = (x: number, y: number, properties: object, z?: number) => ({
      type: 'Feature',
      properties,
      geometry: { type: 'Point', coordinates: at(x, y, z) },
    });
    const f = found(
      readGround(
        json({
          type: 'FeatureCollection',
          features: [
            point(0, 0, {}, 12),
            point(9, 0, { Elevation: '12,5' }),
            point(0, 9, { ele: 13 }),
            point(5, 5, {}),
          ],
        }),
        PLACE,
      ),
    );
    expect(f.heights.map((h) => h.zM)).toEqual([12, 12.5, 13]);
    expect(f.notes.join(' ')).toMatch(/1 of its points have no height/);
    const whole = {
      type: 'FeatureCollection',
      features: [point(0, 0, {}, 12), point(9, 0, {}, 13), point(0, 9, {}, 14)],
    };
    expect(found(readGround(JSON.stringify(whole), PLACE)).notes.join(' ')).not.toMatch(/no height/);
  });

  test('metres of web maps, and of a country’s grid', () => {
    const half = 20037508.342789244;
    const mercator = ([lon, lat]: number[]): number[] => [
      (lon * half) / 180,
      (Math.log(Math.tan(Math.PI / 4 + (lat * Math.PI) / 360)) / Math.PI) * half,
    ];
    const crs = (name: string, points: number[][]) =>
      json({ type: 'FeatureCollection', crs: { properties: { name } }, features: [polygon({}, [points])] });
    expect(
      area(readGround(crs('urn:ogc:def:crs:EPSG::3857', ring().map(mercator)), PLACE)) / AREA,
    ).toBeCloseTo(1, 4);
    const grid = [...FIELD, FIELD[0]].map(([x, y]) => [412000 + x, 5891000 + y]);
    const projected = found(readGround(crs('urn:ogc:def:crs:EPSG::25833', grid), PLACE));
    expect(areaM2(projected.outlines[0].outline)).toBeCloseTo(AREA, 6);
    expect(projected.grid).toEqual({ eastM: 412025, northM: 5891035 });
    expect(projected.origin).toBeUndefined();
  });

  test.each<[string, string, RegExp]>([
    [
      'off the earth in either order',
      json(
        polygon({}, [
          [
            [110, 120],
            [110, 121],
            [111, 120],
            [110, 120],
          ],
        ]),
      ),
      /no such place: a latitude/,
    ],
    ['not JSON at all', '{"type": "Feature", ', /broken: it is not JSON/],
    ['other JSON', '{"hello": 1}', /not GeoJSON/],
    ['TopoJSON', '{"type":"Topology","objects":{}}', /TopoJSON/],
    ['nothing in it', '{"type":"FeatureCollection","features":[]}', /no outline, track or height/],
    [
      'no coordinates',
      json(
        polygon({}, [
          [
            [null, 1],
            ['a', 2],
          ],
        ]),
      ),
      /no usable coordinates/,
    ],
    ['two corners', json(polygon({}, [[at(0, 0), at(5, 5), at(0, 0)]])), /fewer than three corners/],
    [
      'no ground enclosed',
      json(polygon({}, [[at(0, 0), at(5, 0), at(9, 0), at(0, 0)]])),
      /encloses no ground/,
    ],
    [
      'a bow tie',
      json(polygon({ name: 'Bow' }, [[at(0, 0), at(40, 40), at(0, 40), at(40, 0), at(0, 0)]])),
      /“Bow” crosses itself.*in order/,
    ],
    [
      'a country',
      json(
        polygon({}, [
          [
            [5, 50],
            [8, 50],
            [8, 54],
            [5, 50],
          ],
        ]),
      ),
      /km across: that is not a field/,
    ],
  ])('%s is told in a sentence', (_name, text, expected) => {
    expect(why(text)).toMatch(expected);
  });

  test('swapped coordinates are known by the plan’s own place', () => {
    const swapped = polygon({}, [ring().map(([lon, lat]) => [lat, lon])]);
    const asked = both(readGround(json(swapped), { ...PLACE, origin: ORIGIN }));
    expect(asked.asWritten.why).toMatch(/more than 10 km/);
    expect(areaM2(asked.turned.found!.outlines[0].outline) / AREA).toBeCloseTo(1, 4);
    expect(asked.turned.middle.lat).toBeCloseTo(ORIGIN.lat, 2);
    const elsewhere = polygon({}, [ring().map(([lon, lat]) => [lon + 2, lat])]);
    expect(why(json(elsewhere), { ...PLACE, origin: ORIGIN })).toMatch(/more than 10 km/);
  });
});

describe('GPX and KML', () => {
  const trkpt = ([x, y]: Point, ele?: number): string => {
    const [lon, lat] = at(x, y);
    return `<trkpt lat="${lat}" lon="${lon}">${ele === undefined ? '' : `<ele>${ele}</ele>`}<time>2026-05-01T08:00:00Z</time></trkpt>`;
  };
  const gpx = (points: string[], more = ''): string =>
    `<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="1.1" creator="a phone" xmlns="http://www.topografix.com/GPX/1/1">${more}<trk><name>Walk</name><trkseg>${points.join('\n')}</trkseg></trk></gpx>`;
  /** Once round the field, so many steps a side, a little unsteadily. */
  const walk = (steps: number): Point[] =>
    FIELD.flatMap((a, i) => {
      const b = FIELD[(i + 1) % FIELD.length];
      return Array.from({ length: steps }, (_, s): Point => {
        const share = s / steps;
        const sway = 0.15 * Math.sin(s * 1.7 + i);
        return [a[0] + (b[0] - a[0]) * share + sway, a[1] + (b[1] - a[1]) * share + sway];
      });
    });

  test('a walked track closes into an outline, thinned to the corners that matter', () => {
    const f = found(readGround(gpx(walk(60).map((p, i) => trkpt(p, 50 + i / 100))), PLACE));
    expect(f.outlines[0].outline.length).toBeLessThan(12);
    expect(areaM2(f.outlines[0].outline) / AREA).toBeCloseTo(1, 1);
    expect(f.heights.length).toBeGreaterThan(100);
    expect(f.notes.join(' ')).toMatch(/240 points thinned/);
    expect(f.notes.join(' ')).toMatch(/wrong by metres/);
  });

  test('waypoints with height become heights', () => {
    const wpt = (x: number, y: number, z: number): string => {
      const [lon, lat] = at(x, y);
      return `<wpt lat="${lat}" lon="${lon}"><ele>${z}</ele><name>p</name></wpt>`;
    };
    const f = found(
      readGround(
        gpx(
          walk(10).map((p) => trkpt(p)),
          wpt(3, 4, 7.5) + wpt(30, 4, 8),
        ),
        PLACE,
      ),
    );
    expect(f.heights.map((h) => h.zM)).toEqual([7.5, 8]);
  });

  test('a route counts as a track; one without heights says so', () => {
    const rte = `<gpx version="1.0"><rte>${walk(8)
      .map(([x, y]) => `<rtept lat="${at(x, y)[1]}" lon="${at(x, y)[0]}"/>`)
      .join('')}</rte></gpx>`;
    const f = found(readGround(rte, PLACE));
    expect(f.outlines).toHaveLength(1);
    expect(f.notes.join(' ')).toMatch(/has no heights/);
  });

  test('a receiver’s row of noughts is no height', () => {
    const f = found(readGround(gpx(walk(10).map((p) => trkpt(p, 0))), PLACE));
    expect(f.heights).toEqual([]);
    expect(f.notes.join(' ')).toMatch(/all zero/);
  });

  test('100,000 points are thinned', () => {
    const f = found(readGround(gpx(walk(25_000).map((p, i) => trkpt(p, 50 + (i % 7) / 10))), PLACE));
    expect(f.outlines[0].outline.length).toBeLessThanOrEqual(60);
    expect(f.heights.length).toBeLessThanOrEqual(600);
    expect(f.notes.join(' ')).toMatch(/100,000 points thinned/);
  }, 60_000);

  test('KML: a placemark’s polygon in folders, and a recorded track', () => {
    const coordinates = ring()
      .map((p) => [...p, 0].join(','))
      .join(' \n ');
    const kml = `<?xml version="1.0"?><kml xmlns="http://www.opengis.net/kml/2.2"><Document><Folder><Placemark><name>Low Piece</name><Polygon><outerBoundaryIs><LinearRing><coordinates>\n${coordinates}\n</coordinates></LinearRing></outerBoundaryIs></Polygon></Placemark></Folder></Document></kml>`;
    const f = found(readGround(kml, PLACE));
    expect(f.outlines[0].name).toBe('Low Piece');
    expect(areaM2(f.outlines[0].outline) / AREA).toBeCloseTo(1, 4);
    const track = `<kml xmlns="http://www.opengis.net/kml/2.2" xmlns:gx="http://www.google.com/kml/ext/2.2"><Placemark><gx:Track>${walk(
      20,
    )
      .map(([x, y]) => `<when>2026-05-01T08:00:00Z</when><gx:coord>${at(x, y).join(' ')} 31</gx:coord>`)
      .join('')}</gx:Track></Placemark></kml>`;
    expect(area(readGround(track, PLACE)) / AREA).toBeCloseTo(1, 1);
  });

  test.each<[string, string, RegExp]>([
    [
      'a track that goes somewhere',
      gpx(Array.from({ length: 30 }, (_, i) => trkpt([i * 10, i]))),
      /ends \d+ m from where it began/,
    ],
    [
      'a figure of eight',
      gpx(
        [
          [0, 0],
          [30, 30],
          [60, 0],
          [60, 30],
          [30, 0],
          [0, 30],
        ].map((p) => trkpt(p as unknown as Point)),
      ),
      /crosses itself.*without crossing/,
    ],
    ['broken XML', '<gpx><trk></gpx>', /not complete XML/],
    ['a web page', '<!DOCTYPE html><html><body>Download</body></html>', /web page/],
    [
      'other XML',
      '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"/>',
      /neither GPX nor KML: it begins with <svg>/,
    ],
    ['an empty track', gpx([]), /no outline, track or height/],
  ])('%s is told in a sentence', (_name, text, expected) => {
    expect(why(text)).toMatch(expected);
  });
});

describe('tables of points', () => {
  function table(text: string): SurveyTable {
    const reading = readGround(text, PLACE);
    if (reading.ok !== 'ask') throw new Error('it does not ask');
    return reading.table;
  }
  const heightsOf = (text: string): number[][] => {
    const t = table(text);
    return found(readTable(t, t.guess!, PLACE)).heights.map((h) => [h.xM, h.yM, h.zM]);
  };

  test.each<[string, string, number[][]]>([
    [
      'commas',
      'name,x,y,z\nA,1,2,3.5\nB,4,5,6\n',
      [
        [1, 2, 3.5],
        [4, 5, 6],
      ],
    ],
    [
      'semicolons, decimal commas and a byte-order mark',
      '\uFEFFPunkt;Rechtswert;Hochwert;Höhe\r\n1;10,5;20,25;3,125\r\n2;11;21;4\r\n',
      [
        [10.5, 20.25, 3.125],
        [11, 21, 4],
      ],
    ],
    ['tabs', 'Easting\tNorthing\tElevation\n7\t8\t9\n', [[7, 8, 9]]],
    ['units in the titles', 'E (m),N (m),Elev (m)\n1,2,3\n', [[1, 2, 3]]],
    ['feet', 'x (ft),y (ft),z (ft)\n10,20,5\n', [[3.048, 6.096, 1.524]]],
    ['quotes and blank lines', '"x","y","z"\n\n"1","2","3"\n\n', [[1, 2, 3]]],
  ])('%s', (_name, text, expected) => {
    expect(heightsOf(text)).toEqual(expected.map((p) => p.map((v) => expect.closeTo(v, 9))));
  });

  test('longitude and latitude by name', () => {
    const rows = [at(0, 0, 5), at(30, 0, 6), at(0, 40, 7)].map((p) => p.join(',')).join('\n');
    const t = table(`lon,lat,ele\n${rows}`);
    expect(t.guess).toMatchObject({ degrees: true });
    const f = found(readTable(t, t.guess!, { ...PLACE, origin: ORIGIN }));
    expect(f.heights[1].xM).toBeCloseTo(30, 3);
    expect(f.heights[2].yM).toBeCloseTo(40, 3);
  });

  test('columns that no name tells are asked for, as are units', () => {
    const t = table('12,100,200,7\n13,110,200,8\n14,110,230,9\n');
    expect(t.guess).toBeUndefined();
    expect(t.header).toEqual(['column 1', 'column 2', 'column 3', 'column 4']);
    const f = found(readTable(t, { x: 1, y: 2, z: 3, degrees: false, unit: 'survey ft' }, PLACE));
    expect(f.heights[2].zM).toBeCloseTo((9 * 1200) / 3937, 9);
  });

  test('points without any height are the corners of a field', () => {
    const t = table('x,y\n0,0\n0,60\n40,70\n50,0\n');
    expect(areaM2(found(readTable(t, t.guess!, PLACE)).outlines[0].outline)).toBeCloseTo(AREA, 9);
  });

  test('missing heights are counted, and a grid far off is brought near', () => {
    const t = table('east,north,height\n412000,5891000,3\n412020,5891000,\n412000,5891040,4\nx,y,z\n');
    const f = found(readTable(t, t.guess!, PLACE));
    expect(f.heights).toHaveLength(2);
    expect(f.notes.join(' ')).toMatch(/1 row without two numbers/);
    expect(f.notes.join(' ')).toMatch(/1 of its points have no height/);
    expect(Math.abs(f.heights[0].xM)).toBeLessThan(30);
    expect(f.grid).toBeDefined();
  });

  test.each<[string, string, RegExp]>([
    ['nothing', '', /empty/],
    ['a letter', 'Dear sir,\nthe field is by the river.\n', /no row has numbers|only one column/],
    ['one column', 'height\n1\n2\n', /only one column/],
    ['a picture', '\u0089PNG\r\n\u001a\n\u0000\u0000\u0000\rIHDR', /not a file of ground/],
  ])('%s is told in a sentence', (_name, text, expected) => {
    expect(why(text)).toMatch(expected);
  });

  test('columns that hold no numbers, and swapped degrees', () => {
    const t = table('a,b,c,d\nx1,2,y3,n4\nx5,6,y7,n8\n1,2,3,4\n');
    expect(
      readTable({ ...t, rows: t.rows.slice(0, 2) }, { x: 0, y: 2, z: -1, degrees: false, unit: 'm' }, PLACE),
    ).toMatchObject({ ok: false, why: expect.stringMatching(/None of the 2 rows/) });
    const far = table('lat,lon,z\n120,10,1\n121,10,2\n');
    const asked = both(readTable(far, far.guess!, PLACE));
    expect(asked.asWritten.why).toMatch(/no such place/);
    expect(asked.turned.why).toMatch(/km across/);
  });
});

describe('files as programs and people really send them', () => {
  const json = (value: unknown): string => JSON.stringify(value);
  const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
  const kml = (prefix = ''): string => {
    const p = prefix && `${prefix}:`;
    const coordinates = ring()
      .map((c) => c.join(','))
      .join(' ');
    const xmlns = prefix ? `xmlns:${prefix}` : 'xmlns';
    return `<?xml version="1.0"?><${p}kml ${xmlns}="http://www.opengis.net/kml/2.2"><${p}Placemark><${p}name>Ödland</${p}name><${p}Polygon><${p}outerBoundaryIs><${p}LinearRing><${p}coordinates>${coordinates}</${p}coordinates></${p}LinearRing></${p}outerBoundaryIs></${p}Polygon></${p}Placemark></${p}kml>`;
  };
  const wide = (text: string, big: boolean, mark: boolean): Uint8Array => {
    const out = new Uint8Array(2 * text.length + (mark ? 2 : 0));
    const view = new DataView(out.buffer);
    let at = 0;
    const put = (code: number): void => {
      view.setUint16(at, code, !big);
      at += 2;
    };
    if (mark) put(0xfeff);
    for (let i = 0; i < text.length; i++) put(text.charCodeAt(i));
    return out;
  };

  test('KML with a prefix before every name', () => {
    const f = found(readGround(kml('kml'), PLACE));
    expect(f.outlines[0].name).toBe('Ödland');
    expect(areaM2(f.outlines[0].outline) / AREA).toBeCloseTo(1, 4);
  });

  test('a packed KML; one that holds nothing to read; one that is broken', () => {
    const f = found(readGround(zipSync({ 'files/picture.png': bytes('x'), 'doc.kml': bytes(kml()) }), PLACE));
    expect(f.outlines[0].name).toBe('Ödland');
    expect(f.notes.join(' ')).toMatch(/doc\.kml inside the packed file/);
    const reads = (file: Uint8Array): string => {
      const reading = readGround(file, PLACE);
      return reading.ok === false ? reading.why : '';
    };
    expect(reads(zipSync({ 'picture.png': bytes('x') }))).toMatch(/holds no KML/);
    expect(reads(zipSync({ 'doc.kml': bytes(kml()) }).subarray(0, 90))).toMatch(/broken/);
    const large = new Uint8Array(61 * 1024 * 1024);
    expect(reads(zipSync({ 'doc.kml': large }))).toMatch(/larger than 60 MB/);
  });

  test.each([
    ['Latin-1', Uint8Array.from(kml(), (c) => c.charCodeAt(0)), /Latin-1/],
    ['UTF-16, low byte first, with its mark', wide(kml(), false, true), /UTF-16/],
    ['UTF-16, high byte first, with its mark', wide(kml(), true, true), /UTF-16/],
    ['UTF-16 without its mark', wide(kml(), false, false), /UTF-16/],
  ])('letters in %s', (_, file, note) => {
    const f = found(readGround(file, PLACE));
    expect(f.outlines[0].name).toBe('Ödland');
    expect(f.notes.join(' ')).toMatch(note);
  });

  test('heights that are texts count, those that are nothing do not, and impossible ones are dropped and counted', () => {
    const point = (x: number, z: unknown) => {
      const [lon, lat] = at(x, 3);
      return {
        type: 'Feature',
        properties: {},
        geometry: { type: 'Point', coordinates: [String(lon), lat, z] },
      };
    };
    const f = found(
      readGround(
        json({
          type: 'FeatureCollection',
          features: [point(1, '12.5'), point(2, null), point(3, -9999), point(4, 13)],
        }),
        PLACE,
      ),
    );
    expect(f.heights.map((h) => h.zM)).toEqual([12.5, 13]);
    expect(f.notes.join(' ')).toMatch(/1 height that cannot be \(such as −9999\)/);
    expect(f.notes.join(' ')).toMatch(/2 of its points have no height/);
    const t = readGround('x,y,z\n0,0,5\n9,0,-9999\n0,9,6\n', PLACE);
    if (t.ok !== 'ask') throw new Error('it does not ask');
    const g = found(readTable(t.table, t.table.guess!, PLACE));
    expect(g.heights.map((h) => h.zM)).toEqual([5, 6]);
    expect(g.notes.join(' ')).toMatch(/1 height that cannot be/);
  });

  test('a hole in a field is kept as a place where beds stop', () => {
    const hole = [at(10, 10), at(20, 10), at(20, 20), at(10, 20), at(10, 10)];
    const f = found(readGround(json(polygon({ name: 'Home' }, [ring(), hole])), PLACE));
    expect(f.things).toEqual([expect.objectContaining({ kind: 'wet', name: 'hole in Home' })]);
    expect(areaM2(f.things[0].points)).toBeCloseTo(100, 0);
    expect(f.notes.join(' ')).toMatch(/1 hole in fields is kept/);
  });

  test('decimal commas between commas', () => {
    const t = readGround('x,y,z\n10,5,20,25,3,125\n11,0,21,5,4,0\n', PLACE);
    if (t.ok !== 'ask') throw new Error('it does not ask');
    expect(found(readTable(t.table, t.table.guess!, PLACE)).heights).toEqual([
      { xM: 10.5, yM: 20.25, zM: 3.125 },
      { xM: 11, yM: 21.5, zM: 4 },
    ]);
  });

  test.each([
    ['west of it', 179.9999],
    ['east of it', -179.9999],
  ])('a field over the date line, the plan lying %s', (_, lon) => {
    const origin = { lon, lat: -17 };
    const over = FIELD.map(([x, y]) => {
      const p = toLonLat([x - 25, y], origin);
      return [p.lon, p.lat];
    });
    expect(new Set(over.map(([l]) => Math.sign(l)))).toEqual(new Set([1, -1]));
    const f = found(readGround(json(polygon({}, [[...over, over[0]]])), PLACE));
    expect(areaM2(f.outlines[0].outline) / AREA).toBeCloseTo(1, 4);
    expect(Math.abs(f.origin!.lon)).toBeLessThanOrEqual(180);
    const g = found(readGround(json(polygon({}, [[...over, over[0]]])), { ...PLACE, origin }));
    expect(g.outlines[0].outline[0][0]).toBeCloseTo(-25, 2);
  });

  test('what is left out is told: shapes without coordinates, entries without a shape, beds of a plan', () => {
    const f = found(
      readGround(
        json({
          type: 'FeatureCollection',
          features: [
            polygon(),
            { type: 'Feature', properties: {}, geometry: null },
            { type: 'Feature', properties: {}, geometry: { type: 'Polygon', coordinates: 'none' } },
            { type: 'Feature', properties: { role: 'bed' }, geometry: polygon().geometry },
          ],
        }),
        PLACE,
      ),
    );
    const notes = f.notes.join(' ');
    expect(notes).toMatch(/1 entry without a shape/);
    expect(notes).toMatch(/1 bed, pipe or part of a plan/);
  });
});
