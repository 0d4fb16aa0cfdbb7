import prettier from 'eslint-config-prettier'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['test-results', 'audit', 'eslint.config.mjs'] },
  ...ts.configs.recommendedTypeChecked,
  {
    languageOptions: {
      parserOptions: { project: './tsconfig.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: { '@typescript-eslint/no-explicit-any': 'error' },
  },
  prettier,
)
