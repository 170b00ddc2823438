/** The folders of core, contract and server stand in an order; tests may look wherever they like. */
const { options } = require('./.dependency-cruiser.cjs');

module.exports = {
  forbidden: [
    {
      name: 'no-folder-circles',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(core|contract|server)/src' },
      to: { circular: true },
    },
  ],
  options: { ...options, exclude: { path: '(^|/)dist/|\\.test\\.ts$' } },
};
