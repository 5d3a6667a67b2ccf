import { venturiDrawsLph, venturiSuctionKpa } from './venturi';

describe('a venturi', () => {
  it('draws nothing until a fifth of its inlet pressure is lost across it', () => {
    expect(venturiSuctionKpa(200, 40)).toBe(0);
    expect(venturiDrawsLph(60, 200, 39)).toBe(0);
    expect(venturiSuctionKpa(200, 41)).toBeCloseTo(5, 9);
  });

  it('draws with the root of its suction, and no more once water boils in its throat', () => {
    // 22.5 kPa of 90: half of the label.
    expect(venturiDrawsLph(60, 200, 44.5)).toBeCloseTo(30, 9);
    expect(venturiDrawsLph(60, 200, 58)).toBeCloseTo(60, 9);
    expect(venturiDrawsLph(60, 200, 120)).toBe(60);
  });
});
