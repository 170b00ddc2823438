import hooks from 'eslint-plugin-react-hooks';
import { defineConfig } from 'eslint/config';
import ts from 'typescript-eslint';

export default defineConfig(
  { ignores: ['**/dist/', '**/node_modules/', '.data/', '**/*.cjs'] },
  ts.configs.recommendedTypeChecked,
  {
    languageOptions: {
      parserOptions: { projectService: { allowDefaultProject: ['*.js', 'server/src/plan/thread.mjs'] } },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      eqeqeq: 'error',
      'no-console': 'error',
      'no-restricted-syntax': [
        'error',
        { selector: 'TSEnumDeclaration', message: 'Use a union of strings.' },
        { selector: "JSXAttribute[name.name='dangerouslySetInnerHTML']", message: 'Text is shown as text.' },
      ],
    },
  },
  { files: ['web/**/*.{ts,tsx}'], extends: [hooks.configs.flat.recommended] },
  {
    files: ['**/launch/*.ts', 'bench/**/*.ts', 'e2e/shots.ts', 'devices/src/scale/main.ts'],
    rules: { 'no-console': 'off' },
  },
);
