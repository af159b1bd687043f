/**
 * The house from the ground up: in each part of the project its folders, a row for each storey. A folder imports from its
 * own storey and those below. docs/architecture.md says what lives where.
 * @type {Readonly<Record<string, readonly (readonly string[])[]>>}
 */
export const layers = {
  'core/src': [
    ['kit'],
    ['pitch'],
    ['chord'],
    ['partwriting', 'chart'],
    ['marks'],
    ['writing', 'compare'],
    ['hands', 'keyboard'],
    ['moves'],
    ['runs'],
    ['playing', 'decisions'],
    ['voices'],
    ['sets', 'band', 'path'],
    ['stage'],
    ['arrange'],
    ['practice'],
    ['formats', 'search'],
  ],
  'contract/src': [['wire'], ['stored', 'compare'], ['files']],
  'server/src': [
    ['db'],
    ['http', 'jobs'],
    ['mail', 'audit'],
    ['accounts', 'logbook'],
    ['installation', 'teams', 'live', 'parts', 'moves', 'runs'],
    ['songs'],
    ['sets', 'attachments'],
    ['sends'],
    ['shares', 'trash', 'voices', 'keptKeys', 'teamFile'],
    ['stage'],
  ],
  'web/src': [
    ['words'],
    ['ui', 'settings'],
    ['music', 'device', 'queries'],
    ['workers', 'document'],
    ['lenses'],
    ['screens'],
    ['app'],
  ],
};
