import hooks from 'eslint-plugin-react-hooks';
import { defineConfig } from 'eslint/config';
import ts from 'typescript-eslint';

const everywhere = [
  { selector: 'TSEnumDeclaration', message: 'Use a union of strings.' },
  { selector: "JSXAttribute[name.name='dangerouslySetInnerHTML']", message: 'Text is shown as text.' },
];

export default defineConfig(
  { ignores: ['**/dist/', '**/node_modules/', '.data/', '**/*.cjs'] },
  ts.configs.recommendedTypeChecked,
  {
    languageOptions: {
      parserOptions: {
        projectService: {
          allowDefaultProject: ['*.js', '*.mjs'],
        },
      },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      eqeqeq: 'error',
      'no-console': 'error',
      'no-restricted-syntax': ['error', ...everywhere],
    },
  },
  {
    files: ['server/src/shop/**/*.ts', 'server/src/stages/*/queries.ts', 'server/src/stages/*/queries/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...everywhere,
        {
          selector: "ImportSpecifier[imported.name='run']",
          message: 'A query reads; what changes is a command.',
        },
        {
          selector:
            'TemplateElement[value.raw=/\\b(INSERT INTO|DELETE FROM|REPLACE INTO|UPDATE \\w+ SET)\\b/]',
          message: 'A query reads; what changes is a command.',
        },
      ],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/src/**/testing/**'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'error' },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', 'web/src/testing/**'],
    rules: { 'max-lines-per-function': ['error', { max: 120 }], complexity: ['error', 20] },
  },
  {
    files: ['web/src/stages/**/*.{ts,tsx}', 'web/src/app/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...everywhere,
        {
          selector: ':matches(Literal[value=/°C/], TemplateElement[value.raw=/°C/])',
          message: 'A temperature is said in the degrees of the screen: useDegrees.',
        },
        {
          selector: "Property[key.name='className'] > Literal[value=/max-sm:hidden/]",
          message: 'A column that is left out on a telephone is `wide`: its heading goes too.',
        },
      ],
    },
  },
  { files: ['web/**/*.{ts,tsx}'], extends: [hooks.configs.flat.recommended] },
  {
    files: [
      '**/launch/*.ts',
      'benchmarks/**/*.ts',
      'e2e/shots.ts',
      'e2e/audit.ts',
      'devices/src/scale/main.ts',
    ],
    rules: { 'no-console': 'off' },
  },
);
