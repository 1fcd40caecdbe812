# frozen_string_literal: true

require 'mustermann'

module App
  # Which action (Policy) each route is: every route has one, else nobody gets there. Drawings and templates share their
  # routes; what is done to a template is another action.
  module Rules
    LIST = {
      open: [
        'GET /up',
        'GET /log-in',
        'POST /log-in',
        'GET /first',
        'POST /first',
        'GET /invitations/:token',
        'POST /invitations/:token',
        'GET /feeds/:id/:token.atom',
        'GET /shop/:id/:token',
        'GET /shop/:id/:token/zip',
        'GET /shop/:id/:token/files/:name',
        'GET /shop/:id/:token/sheets/:sheet.svg'
      ],
      own: ['GET /me', 'POST /me/password', 'POST /me/sessions/:id/end', 'POST /log-out'],
      issued: [
        'GET /packets',
        'GET /packets/:id',
        'GET /packets/:id/zip',
        'GET /packets/:id/files/:name',
        'GET /packets/:id/sheets/:sheet.svg'
      ],
      people: [
        'GET /people',
        'POST /people/invite',
        'POST /people/allow',
        'POST /people/:id/role',
        'POST /people/:id/switch',
        'POST /people/:id/renew',
        'POST /people/:id/end-sessions'
      ],
      talk: [
        'POST /docket/take',
        'POST /docket/give-up',
        'GET /docket/give',
        'POST /drawings/:slug/comments',
        'POST /comments/:id/answer',
        'POST /comments/:id/settle'
      ],
      issue: ['POST /drawings/:slug/issue', 'POST /models/:slug/issue'],
      size: ['POST /drawings/:slug/dimensions/:id/value'],
      house: [
        'POST /templates',
        'POST /templates/import',
        'POST /templates/:slug/:what',
        'POST /drawings/:slug/as-template',
        'POST /standards',
        'POST /standards/import',
        'POST /standards/:slug/remove',
        'POST /numbering',
        'POST /numbering/renumber',
        'POST /models/:slug/family/numbers',
        'POST /plan-defaults',
        'POST /shelf/notes/import',
        'POST /bin/templates/:id/restore'
      ],
      model: [
        'POST /models',
        'POST /models/:slug/import',
        'POST /models/:slug/looks',
        'POST /models/:slug/looks/forget',
        'POST /models/:slug/back',
        'POST /models/:slug/text',
        'POST /models/:slug/revisions',
        'POST /models/:slug/family',
        'POST /models/:slug/family/csv',
        'POST /models/:slug/gather',
        'POST /models/:slug/properties',
        'POST /models/:slug/remove',
        'POST /models/:slug/plan/keep',
        'POST /models/:slug/views',
        'POST /models/:slug/views/:id/rename',
        'POST /models/:slug/views/:id/move',
        'POST /models/:slug/views/:id/drop',
        'POST /arrivals/:id',
        'POST /intake/:id/dismiss',
        'POST /bin/models/:id/restore'
      ],
      draw: [
        'POST /docket/update',
        'POST /docket/templates',
        'POST /docket/tidy',
        'POST /copy',
        'POST /runs/:id/take-back',
        'POST /runs/:id/stop',
        'POST /drawings',
        'POST /drawings/:slug/:what',
        'POST /drawings/:slug/own/reset',
        'POST /references/repoint',
        'POST /rebind',
        'POST /sheet-runs',
        'POST /sheet-runs/choices',
        'POST /sheet-runs/choices/remove',
        'POST /shelf/notes',
        'POST /shelf/notes/:id/remove',
        'POST /bin/drawings/:id/restore'
      ],
      # Looked at, tried, worked out for paper: nothing is changed.
      read: [
        'POST /copy/rows',
        'POST /sheet-runs/preview',
        'POST /models/:slug/try',
        'POST /models/:slug/plan',
        'POST /models/:slug/views/:id/sheet',
        'POST /drawings/:slug/series/paper',
        'GET /',
        'GET /arrivals/:id',
        'GET /arrivals/:id/solid.glb',
        'GET /copy',
        'GET /drawings/new',
        'GET /models',
        'GET /models/:slug',
        'GET /models/:slug/compare',
        'GET /models/:slug/solid.glb',
        'GET /models/:slug/looks/:name.svg',
        'GET /models/:slug/mass',
        'GET /models/:slug/chain',
        'GET /models/:slug/coverage',
        'GET /models/:slug/issue',
        'GET /models/:slug/plan',
        'GET /models/:slug/plan/coplanar',
        'GET /models/:slug/views',
        'GET /models/:slug/family',
        'GET /models/:slug/gather',
        'GET /models/:slug/family.csv',
        'GET /models/:slug/variants/:key',
        'GET /models/:slug/variants/:key/solid.glb',
        'GET /models/:slug/variants/:key/export.:kind',
        'GET /models/:slug/export.:kind',
        'GET /models/:slug/flat',
        'GET /models/:slug/flat.svg',
        'GET /models/:slug/flat.step',
        'GET /trials/:digest.glb',
        'GET /numbering',
        'GET /references',
        'GET /rebind',
        'GET /runs/:id',
        'GET /runs/:id/state',
        'GET /runs/:id/file',
        'GET /search',
        'GET /sheet-runs/new',
        'GET /templates',
        'GET /shelf/notes.json',
        'GET /templates/:slug/file.json',
        'GET /standards/:slug/file.json',
        'GET /bin',
        'GET /drawings/:slug/issue',
        'GET /drawings/:slug/series',
        'GET /drawings/:slug/rebind',
        'GET /drawings/:slug/rebound/:sheet.svg',
        'GET /mine',
        'GET /happened',
        'GET /happened.csv',
        'GET /pulse',
        'GET /models/:slug/pulse',
        'GET /models/:slug/family/state',
        'GET /drawings/:slug/lines',
        'GET /drawings/:slug/views/:view/shading',
        'GET /drawings/:slug/views/:view/pulled',
        'GET /drawings/:slug/tables/:table.csv',
        'GET /drawings/:slug/views/complete/candidates',
        'GET /drawings/:slug/views/:view/candidates',
        'GET /drawings/:slug/tidied',
        'GET /drawings/:slug/snaps',
        'GET /drawings/:slug/views/:view/snaps',
        'GET /drawings/:slug/dimensions/:id/preview',
        'GET /drawings/:slug/dimensions/:id/effects',
        'GET /drawings/:slug/dimensions/:id/ahead',
        'GET /drawings/:slug/views/:view/before-after',
        'GET /drawings/:slug/series/pulse',
        'GET /drawings/:slug/sheets/:sheet.svg',
        'GET /drawings/:slug/thumbnail.svg',
        'GET /drawings/:slug.pdf',
        'GET /drawings/:slug',
        'GET /drawings/:slug/column',
        'GET /drawings/:slug/state',
        'GET /drawings/:slug/furniture',
        'GET /drawings/:slug/pulse',
        'GET /templates/:slug/sheets/:sheet.svg',
        'GET /templates/:slug/thumbnail.svg',
        'GET /templates/:slug.pdf',
        'GET /templates/:slug',
        'GET /templates/:slug/column',
        'GET /templates/:slug/state',
        'GET /templates/:slug/furniture',
        'GET /templates/:slug/pulse'
      ]
    }.freeze

    Rule = Struct.new(:action, :verb, :pattern)
    ALL =
      LIST
        .flat_map do |action, lines|
          lines.map do |line|
            verb, path = line.split(' ', 2)
            Rule.new(action, verb, Mustermann.new(path, type: :sinatra))
          end
        end
        .freeze

    module_function

    # The action of a request; nil where no rule says one. (The first that fits: exact ones stand before wide ones.)
    def action(verb, path)
      verb = 'GET' if verb == 'HEAD'
      ordered.find { |rule| rule.verb == verb && rule.pattern === path }&.action
    end

    # Rules with fewer captures first, so that "/drawings/:slug/issue" stands before "/drawings/:slug/:what".
    def ordered = @ordered ||= ALL.sort_by.with_index { |rule, i| [rule.pattern.names.size, i] }
  end
end
