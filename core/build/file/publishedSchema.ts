import { CURRENT_VERSION } from './migrations'
import { BUILD_SCHEMA } from './schema'

interface HasJsonSchema {
  '~standard': { jsonSchema: { input: (options: { target: string }) => Record<string, unknown> } }
}

/**
 * The build file as a JSON Schema (draft 2020-12), made from the schema the app itself checks with.
 * What JSON Schema
 * cannot say (time zones, that a window ends after it begins, that a lip's pool exists) the app
 * checks beyond it.
 */
export function publishedSchema(): Record<string, unknown> {
  const schema = (BUILD_SCHEMA as unknown as HasJsonSchema)['~standard'].jsonSchema.input({
    target: 'draft-2020-12'
  })
  // a water of neither kind is let into the app's own check only to be told which kinds there are
  type List = { items: { anyOf: unknown[] } }
  const { waters, bottles, log } = schema.properties as {
    waters: List
    bottles: List
    log: { properties: { entries: List } }
  }
  for (const list of [waters, bottles, log.properties.entries])
    list.items.anyOf = list.items.anyOf.slice(0, -1)
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Tall Spindle build, version ${CURRENT_VERSION}`,
    ...schema
  }
}
