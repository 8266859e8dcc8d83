// JSON schemas of what the API takes and answers, from the TypeScript types; limits come from the validation decorators.
import ts from 'typescript'
import { createGenerator } from 'ts-json-schema-generator'
import { decorator } from './routes.mjs'

const LIMITS = {
  MaxLength: 'maxLength',
  MinLength: 'minLength',
  Min: 'minimum',
  Max: 'maximum',
  ArrayMaxSize: 'maxItems',
  ArrayMinSize: 'minItems',
}

/** @returns {Record<string, object>} by the name of the type */
export function schemasOf(server, tsconfig, dtoFiles) {
  const schemas = {}
  for (const path of [`${server}/contract/*.ts`, `${server}/**/*.dto.ts`]) {
    const generator = createGenerator({
      path,
      tsconfig,
      type: '*',
      expose: 'export',
      topRef: true,
      skipTypeCheck: true,
      additionalProperties: true,
      sortProps: false,
      jsDoc: 'extended',
    })
    Object.assign(schemas, generator.createSchema('*').definitions)
  }
  const program = ts.createProgram(dtoFiles, { ...configOf(tsconfig), noEmit: true })
  for (const file of dtoFiles) for (const [name, limits] of limitsOf(program, file)) addLimits(schemas[name], limits)
  return JSON.parse(JSON.stringify(schemas).replaceAll('#/definitions/', '#/components/schemas/'))
}

const configOf = (tsconfig) =>
  ts.getParsedCommandLineOfConfigFile(tsconfig, {}, { ...ts.sys, onUnRecoverableConfigFileDiagnostic: () => {} }).options

function limitsOf(program, file) {
  const checker = program.getTypeChecker()
  return program
    .getSourceFile(file)
    .statements.filter(ts.isClassDeclaration)
    .map((declaration) => [
      declaration.name.text,
      Object.fromEntries(
        declaration.members.filter(ts.isPropertyDeclaration).map((property) => [property.name.text, limitsOfProperty(checker, property)]),
      ),
    ])
}

function limitsOfProperty(checker, property) {
  const limits = {}
  for (const [name, keyword] of Object.entries(LIMITS)) {
    const argument = decorator(property, name)?.arguments[0]
    // a number, or a constant that is one
    const type = argument && checker.getTypeAtLocation(argument)
    if (type?.isNumberLiteral()) limits[keyword] = type.value
  }
  if (decorator(property, 'IsInt')) limits.type = 'integer'
  if (decorator(property, 'IsEmail')) limits.format = 'email'
  const pattern = decorator(property, 'Matches')?.arguments[0]
  if (pattern && ts.isRegularExpressionLiteral(pattern)) limits.pattern = pattern.text.replace(/^\/|\/[a-z]*$/g, '')
  return limits
}

/** Limits of a list's items stand on the items. */
function addLimits(schema, limits) {
  for (const [name, { type, ...rest }] of Object.entries(limits)) {
    const property = schema?.properties?.[name]
    if (!property) continue
    const one = property.items ?? property
    if (type === 'integer') one.type = Array.isArray(one.type) ? one.type.map((name) => (name === 'number' ? 'integer' : name)) : 'integer'
    const { maxItems, minItems, ...each } = rest
    Object.assign(property, { ...(maxItems && { maxItems }), ...(minItems && { minItems }) })
    Object.assign(one, each)
  }
}
