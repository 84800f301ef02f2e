import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import globals from 'globals'
import ts from 'typescript-eslint'

const PLACES = ['desk', 'folders', 'changes', 'find', 'rules', 'logbook', 'office', 'entrance']

/** What is shared knows no place, and no place knows the inside of another: only the shell knows them all. */
const boundary = (files, refused, message) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ regex: `^(\\.\\./)+(${refused.join('|')})/`, message }] }] },
})

export default ts.config(
  { ignores: ['dist', 'src/shared/api/schema.gen.ts'] },
  js.configs.recommended,
  ...ts.configs.strict,
  hooks.configs.flat.recommended,
  { languageOptions: { globals: globals.browser } },
  {
    // an answer may be late, and the person elsewhere by then: it leads nobody away from where they have gone
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'Property[key.name=/^on(Success|Error|Settled)$/] CallExpression[callee.name=/^(navigate|setSearch)$/]', message: 'Lead on with useLead, which asks whether the person is still there.' },
        { selector: "CallExpression[callee.property.name='then'] CallExpression[callee.name=/^(navigate|setSearch)$/]", message: 'Lead on with useLead, which asks whether the person is still there.' },
      ],
    },
  },
  boundary(['src/shared/**'], [...PLACES, 'app'], 'What is shared knows no place.'),
  ...PLACES.map((place) => boundary([`src/${place}/**`], [...PLACES.filter((other) => other !== place), 'app'], 'No place knows the inside of another: share what both need.')),
)
