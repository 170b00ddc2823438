/** FAO major fishing areas: at sea and inland (values from memory). */
export const faoAreas: Readonly<Record<string, string>> = {
  '01': 'Africa, inland',
  '02': 'North America, inland',
  '03': 'South America, inland',
  '04': 'Asia, inland',
  '05': 'Europe, inland',
  '06': 'Oceania, inland',
  '07': 'Former USSR area, inland',
  '08': 'Antarctica, inland',
  '18': 'Arctic Sea',
  '21': 'Atlantic, north-west',
  '27': 'Atlantic, north-east',
  '31': 'Atlantic, western central',
  '34': 'Atlantic, eastern central',
  '37': 'Mediterranean and Black Sea',
  '41': 'Atlantic, south-west',
  '47': 'Atlantic, south-east',
  '48': 'Atlantic, Antarctic',
  '51': 'Indian Ocean, western',
  '57': 'Indian Ocean, eastern',
  '58': 'Indian Ocean, Antarctic',
  '61': 'Pacific, north-west',
  '67': 'Pacific, north-east',
  '71': 'Pacific, western central',
  '77': 'Pacific, eastern central',
  '81': 'Pacific, south-west',
  '87': 'Pacific, south-east',
  '88': 'Pacific, Antarctic',
};

/** Sub-areas that labels name in words: the north-east Atlantic, the Mediterranean and the Black Sea (from memory). */
export const subAreas: Readonly<Record<string, string>> = {
  '27.1': 'Barents Sea',
  '27.2': 'Norwegian Sea and Spitsbergen',
  '27.3': 'Skagerrak, Kattegat and Baltic Sea',
  '27.4': 'North Sea',
  '27.5': 'Iceland and Faroes grounds',
  '27.6': 'Rockall and west of Scotland',
  '27.7': 'Irish Sea, west of Ireland, Channel and Celtic Sea',
  '27.8': 'Bay of Biscay',
  '27.9': 'Portuguese waters',
  '27.10': 'Azores grounds',
  '27.12': 'North of Azores',
  '27.14': 'East Greenland',
  '37.1': 'western Mediterranean',
  '37.2': 'central Mediterranean',
  '37.3': 'eastern Mediterranean',
  '37.4': 'Black Sea',
};

/** A sea area as a label says it: the FAO area, with its sub-area in words where it is known. */
export function areaWords(area: string): string {
  const [major = '', sub] = area.split('.');
  const name = Object.hasOwn(faoAreas, major) ? faoAreas[major] : undefined;
  if (!name) return area;
  const inWords = sub === undefined ? undefined : subAreas[`${major}.${sub}`];
  return `FAO ${area}, ${name}${inWords ? `: ${inWords}` : ''}`;
}

/** Whether this is a sea area of the FAO, with or without its sub-area. */
export const isSeaArea = (area: string): boolean =>
  /^\d{2}(\.\d{1,2}(\.[a-z0-9]{1,3})*)?$/.test(area) && area.slice(0, 2) in faoAreas && !/^0/.test(area);
