import js from '@eslint/js'
import vueTs from '@vue/eslint-config-typescript'
import vue from 'eslint-plugin-vue'

export default [
  { ignores: ['dist/**', 'src/api/schema.ts'] },
  js.configs.recommended,
  ...vue.configs['flat/recommended'],
  ...vueTs(),
  {
    rules: {
      'no-undef': 'off', // the compiler knows better
      'vue/max-attributes-per-line': 'off', // prettier's business
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/require-default-prop': 'off',
    },
  },
  // A test makes the pages that it needs.
  { files: ['src/**/*.test.ts'], rules: { 'vue/one-component-per-file': 'off' } },
]
