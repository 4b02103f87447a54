const DIGITS = '0123456789';

/** Years that a PIN of four digits is taken for: anybody's birth year, this one and the last ones. */
const FIRST_YEAR = 1930;
const LAST_YEAR = 2039;

const isRun = (pin: string): boolean => {
  const up = DIGITS + DIGITS;
  return up.includes(pin) || [...up].reverse().join('').includes(pin);
};

/**
 * Whether a PIN is among the first that somebody would try: one digit again and again, digits in a row upwards or downwards (also over
 * 9 and 0), a short part said again and again (1212, 123123), or a year that somebody may be born in.
 * @param pin 4 to 8 digits
 */
export function isSimplePin(pin: string): boolean {
  const repeats = [1, 2, 3, 4].some(
    (length) => pin.length > length && pin.length % length === 0 && pin === pin.slice(0, length).repeat(pin.length / length),
  );
  const year = pin.length === 4 ? Number(pin) : 0;
  return repeats || isRun(pin) || (year >= FIRST_YEAR && year <= LAST_YEAR);
}
