const built = import.meta.url.endsWith('.js');

/** What node is given to run a program of this house as another process: built where this one is, from source otherwise. */
export const program = (workspace: 'server' | 'demo' | 'devices', name: string): string[] =>
  built
    ? [...process.execArgv, `${workspace}/dist/${name}.js`]
    : ['--import', 'tsx', `${workspace}/src/${name}.ts`];
