import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'
import vue from 'eslint-plugin-vue'
import accessibility from 'eslint-plugin-vuejs-accessibility'

export default defineConfigWithVueTs(
  { ignores: ['node_modules', 'src/api/schema.d.ts'] },
  vue.configs['flat/recommended'],
  ...accessibility.configs['flat/recommended'],
  vueTsConfigs.strictTypeChecked,
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      // a label may hold its control, or be tied to it by an id: either is enough
      'vuejs-accessibility/label-has-for': [
        'error',
        {
          required: { some: ['nesting', 'id'] },
          controlComponents: ['BFormInput', 'BFormSelect', 'KeptInput', 'GroundChoice', 'PickOne', 'UnitChoice'],
        },
      ],
      'vuejs-accessibility/form-control-has-label': 'off', // it does not know a label around a component; axe looks at the page
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
