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
      'vue/require-default-prop': 'off', // what is left out is undefined, as its type says
      // what is said to a person has one formatter each, in src/shared/say
      'no-restricted-syntax': [
        'error',
        {
          selector: 'MemberExpression[property.name=/^(toFixed|toPrecision|toLocale.*String)$/]',
          message: 'Numbers, dates and amounts are said by src/shared/say.',
        },
        { selector: "Identifier[name='Intl']", message: 'Times and numbers are said by src/shared/say.' },
        {
          selector: 'TemplateElement[value.raw=/^ ?(ml|cm|mm|m²|sq ft|fl oz|°C|°F|€|\\$)(?![a-zäöü])/]',
          message: 'Amounts, lengths, temperatures and money are said by src/shared/say.',
        },
      ],
      'vue/no-restricted-syntax': [
        'error',
        {
          selector: 'VText[value=/^ ?(ml|cm|mm|m²|sq ft|fl oz|°C|°F)(?![a-zäöü])/]',
          message: 'Amounts, lengths and temperatures are said by src/shared/say.',
        },
        {
          selector:
            'VExpressionContainer MemberExpression[property.name=/^(toFixed|toPrecision|toLocale.*String)$/]',
          message: 'Numbers, dates and amounts are said by src/shared/say.',
        },
      ],
      // a label may hold its control, or be tied to it by an id: either is enough
      'vuejs-accessibility/label-has-for': [
        'error',
        {
          required: { some: ['nesting', 'id'] },
          controlComponents: [
            'LengthInput',
            'NumberInput',
            'BFormInput',
            'BFormSelect',
            'KeptInput',
            'GroundChoice',
            'PickOne',
            'FindSelect',
            'UnitChoice',
            'AmountInput',
          ],
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
  { files: ['src/shared/say/**', 'src/shared/useMeasuring.ts'], rules: { 'no-restricted-syntax': 'off' } },
)
