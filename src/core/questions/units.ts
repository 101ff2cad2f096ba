/** What a unit measures: only those of one kind can be turned into each other. */
type Quantity =
  | 'length'
  | 'area'
  | 'volume'
  | 'mass'
  | 'time'
  | 'speed'
  | 'angle'
  | 'temperature'
  | 'pressure'
  | 'force'
  | 'energy'
  | 'power'
  | 'share';

/** A unit: so much of the unit that its kind is reckoned in, from where. */
interface Unit {
  readonly of: Quantity;
  readonly factor: number;
  /** Where its zero lies, in the unit of its kind. */
  readonly zero?: number;
  /** The names that people write besides its sign. */
  readonly names: readonly string[];
}

const unit = (of: Quantity, factor: number, ...names: string[]): Unit => ({ of, factor, names });

/**
 * The usual units of school and harbour, each by its sign. Factors are those of the International System (SI Brochure, 9th
 * edition, tables 4 and 8) and of NIST SP 811, appendix B: exact where these are.
 */
const UNITS: Readonly<Record<string, Unit>> = {
  m: unit('length', 1, 'metre', 'metres', 'meter', 'meters'),
  mm: unit('length', 0.001, 'millimetre', 'millimetres', 'millimeter', 'millimeters'),
  cm: unit('length', 0.01, 'centimetre', 'centimetres', 'centimeter', 'centimeters'),
  dm: unit('length', 0.1, 'decimetre', 'decimetres', 'decimeter', 'decimeters'),
  km: unit('length', 1000, 'kilometre', 'kilometres', 'kilometer', 'kilometers'),
  in: unit('length', 0.0254, 'inch', 'inches'),
  ft: unit('length', 0.3048, 'foot', 'feet'),
  yd: unit('length', 0.9144, 'yard', 'yards'),
  mi: unit('length', 1609.344, 'mile', 'miles'),
  nmi: unit('length', 1852, 'nautical mile', 'nautical miles', 'sea mile', 'sea miles'),
  'm²': unit('area', 1, 'm2', 'm^2', 'square metre', 'square metres', 'square meters'),
  'cm²': unit('area', 0.0001, 'cm2', 'cm^2', 'square centimetre', 'square centimetres', 'square centimeters'),
  'mm²': unit('area', 0.000001, 'mm2', 'mm^2'),
  'km²': unit('area', 1_000_000, 'km2', 'km^2', 'square kilometre', 'square kilometres', 'square kilometers'),
  ha: unit('area', 10_000, 'hectare', 'hectares'),
  'm³': unit('volume', 1, 'm3', 'm^3', 'cubic metre', 'cubic metres', 'cubic meters'),
  'cm³': unit('volume', 0.000001, 'cm3', 'cm^3', 'cc'),
  'dm³': unit('volume', 0.001, 'dm3', 'dm^3'),
  l: unit('volume', 0.001, 'L', 'litre', 'litres', 'liter', 'liters'),
  dl: unit('volume', 0.0001, 'dL', 'decilitre', 'decilitres'),
  cl: unit('volume', 0.00001, 'cL', 'centilitre', 'centilitres'),
  ml: unit('volume', 0.000001, 'mL', 'millilitre', 'millilitres', 'milliliter', 'milliliters'),
  kg: unit('mass', 1, 'kilogram', 'kilograms', 'kilo', 'kilos'),
  g: unit('mass', 0.001, 'gram', 'grams'),
  mg: unit('mass', 0.000001, 'milligram', 'milligrams'),
  t: unit('mass', 1000, 'tonne', 'tonnes'),
  lb: unit('mass', 0.45359237, 'lbs', 'pound', 'pounds'),
  oz: unit('mass', 0.028349523125, 'ounce', 'ounces'),
  s: unit('time', 1, 'sec', 'second', 'seconds'),
  ms: unit('time', 0.001, 'millisecond', 'milliseconds'),
  min: unit('time', 60, 'minute', 'minutes', 'mins'),
  h: unit('time', 3600, 'hr', 'hrs', 'hour', 'hours'),
  d: unit('time', 86_400, 'day', 'days'),
  'm/s': unit('speed', 1, 'metres per second', 'meters per second', 'm s⁻¹'),
  'km/h': unit('speed', 1000 / 3600, 'kmh', 'kph', 'kilometres per hour', 'kilometers per hour'),
  mph: unit('speed', 0.44704, 'miles per hour', 'mi/h'),
  kn: unit('speed', 1852 / 3600, 'kt', 'kts', 'knot', 'knots'),
  '°': unit('angle', Math.PI / 180, 'deg', 'degree', 'degrees'),
  rad: unit('angle', 1, 'radian', 'radians'),
  K: unit('temperature', 1, 'kelvin', 'kelvins'),
  '°C': { of: 'temperature', factor: 1, zero: 273.15, names: ['degrees celsius', 'celsius', 'C', 'degree celsius'] },
  '°F': { of: 'temperature', factor: 5 / 9, zero: 459.67 * (5 / 9), names: ['degrees fahrenheit', 'fahrenheit', 'F'] },
  Pa: unit('pressure', 1, 'pascal', 'pascals'),
  hPa: unit('pressure', 100, 'hectopascal', 'hectopascals'),
  kPa: unit('pressure', 1000, 'kilopascal', 'kilopascals'),
  mbar: unit('pressure', 100, 'millibar', 'millibars'),
  bar: unit('pressure', 100_000, 'bars'),
  atm: unit('pressure', 101_325, 'atmosphere', 'atmospheres'),
  N: unit('force', 1, 'newton', 'newtons'),
  kN: unit('force', 1000, 'kilonewton', 'kilonewtons'),
  J: unit('energy', 1, 'joule', 'joules'),
  kJ: unit('energy', 1000, 'kilojoule', 'kilojoules'),
  kcal: unit('energy', 4184, 'kilocalorie', 'kilocalories'),
  kWh: unit('energy', 3_600_000, 'kilowatt hour', 'kilowatt hours'),
  W: unit('power', 1, 'watt', 'watts'),
  kW: unit('power', 1000, 'kilowatt', 'kilowatts'),
  '%': unit('share', 0.01, 'percent', 'per cent'),
};

export const UNIT_SIGNS = Object.keys(UNITS);

const folded = (name: string): string => name.replace(/\s+/g, ' ').trim();

/** Signs as they are, since M is not m; names in any case. */
const byName = new Map<string, string>();
for (const [sign, { names }] of Object.entries(UNITS))
  for (const name of names) byName.set(name.length > 3 ? name.toLowerCase() : name, sign);

/** The sign of a unit that somebody wrote; `null` for none that is known. */
export function unitSign(written: string): string | null {
  const name = folded(written);
  if (Object.hasOwn(UNITS, name)) return name;
  return byName.get(name) ?? byName.get(name.toLowerCase()) ?? null;
}

/**
 * Turns an amount of one unit into another.
 *
 * @returns `null` where the two do not measure the same
 */
export function converted(amount: number, from: string, to: string): number | null {
  const a = UNITS[from];
  const b = UNITS[to];
  if (!a || !b || a.of !== b.of) return null;
  if (from === to) return amount;
  return (amount * a.factor + (a.zero ?? 0) - (b.zero ?? 0)) / b.factor;
}
