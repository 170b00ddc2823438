/** What node is given to run a program of the built server, which the set-up of these tests has just made. */
export const built = (program: string): string[] => [
  '--conditions=built',
  '--disable-warning=ExperimentalWarning',
  program,
];
