/** Days of temperatures before today. */
export const temperatureDays = 60;

/** What went wrong with the cold: hours before or after midnight of a day, degrees warmer, and what was done about it. */
export const coldFaults: readonly {
  sensor: string;
  daysAgo: number;
  fromMinutes: number;
  hours: number;
  degrees: number | 'silent';
  done?: string;
}[] = [
  // The cold room's door stood ajar over night: every clock in it is shorter this morning.
  { sensor: 'cold-room', daysAgo: 1, fromMinutes: 22 * 60 + 10, hours: 4.5, degrees: 7.5 },
  {
    sensor: 'display',
    daysAgo: 9,
    fromMinutes: 13 * 60,
    hours: 1.5,
    degrees: 5,
    done: 'Fan iced up: defrosted, fish moved to the cold room meanwhile',
  },
  {
    sensor: 'van',
    daysAgo: 4,
    fromMinutes: 6 * 60,
    hours: 7,
    degrees: 'silent',
    done: 'Battery of the sensor changed',
  },
];
