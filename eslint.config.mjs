import js from '@eslint/js';
import globals from 'globals';

export default [
    { ignores: ['node_modules/', 'vendor/', 'public/', 'var/'] },
    js.configs.recommended,
    { files: ['resources/js/**'], languageOptions: { globals: { ...globals.browser, htmx: 'readonly' } } },
    { files: ['**/*.mjs'], languageOptions: { globals: globals.node } },
    // Functions that are given to a page run there.
    { files: ['e2e/**', 'tools/**', 'bench/**', 'tests/**'], languageOptions: { globals: { ...globals.node, ...globals.browser } } },
    {
        rules: {
            eqeqeq: ['error', 'always', { null: 'ignore' }],
            'no-var': 'error',
            'prefer-const': ['error', { destructuring: 'all' }],
            'no-unused-vars': ['error', { args: 'after-used', argsIgnorePattern: '^_' }],
            'no-implicit-globals': 'error',
            'no-shadow-restricted-names': 'error',
            'object-shorthand': 'error',
        },
    },
];
