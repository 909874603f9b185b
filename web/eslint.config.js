import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'
import vue from 'eslint-plugin-vue'

export default defineConfigWithVueTs(
  { ignores: ['node_modules', 'src/api/schema.d.ts'] },
  vue.configs['flat/recommended'],
  vueTsConfigs.strictTypeChecked,
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      // prettier decides these
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
    },
  },
)
