/** Of its inlet pressure a venturi must lose this share before its throat falls below the outside air (20 to 35 %, injector handbooks). */
export const VENTURI_SHARE = 0.2;

/** No throat falls further below the outside air: water boils there, kPa. */
export const MOST_SUCTION_KPA = 90;

/**
 * How far the throat of a venturi is below the outside air, kPa; 0 where it draws nothing.
 *
 * Of what the throat takes a fixed share is not won back (Bernoulli, with a diffuser's loss): the throat is at
 * p_in − Δp/{@link VENTURI_SHARE}, down to where water boils.
 *
 * @param inletKpa before it
 * @param differenceKpa lost across it
 * @example venturiSuctionKpa(200, 50) // 50
 */
export const venturiSuctionKpa = (inletKpa: number, differenceKpa: number): number =>
  Math.min(MOST_SUCTION_KPA, Math.max(0, differenceKpa / VENTURI_SHARE - inletKpa));

/**
 * Stock a venturi draws, L/h: as through an orifice, with the root of the suction.
 *
 * @param mostLph what it draws at full suction, by its label
 */
export const venturiDrawsLph = (mostLph: number, inletKpa: number, differenceKpa: number): number =>
  mostLph * Math.sqrt(venturiSuctionKpa(inletKpa, differenceKpa) / MOST_SUCTION_KPA);
