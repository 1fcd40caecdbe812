# frozen_string_literal: true

module App
  # What routes and views call: pages, fragments, JSON bodies, words.
  module Helpers
    # Bytes from which an uploaded file is read by a worker, with progress.
    LONG = 1_500_000

    # Imports an uploaded STEP file, small ones at once; gives the address to go on to.
    def import_file(upload, model, note)
      bytes = upload[:tempfile].read(Nockplane::Formats::Step::Part21::MAX_BYTES + 1)
      name = upload[:filename].to_s
      note = note.to_s.strip.empty? ? nil : note.strip[0, 300]
      return "/models/#{Actions::ImportModel.call(bytes, name, note: note, author: 'Drafting lead', model: model).model.slug}" if bytes.bytesize < LONG

      digest = Files.put(bytes)
      "/runs/#{Queue.start('import', "Importing #{name}", total: 100) { |run| Jobs::ImportJob.new(run.id, digest, name, note, model&.id) }.id}"
    end

    # A whole page: view with locals inside the layout.
    def page(view, title:, current: nil, **locals)
      erb view, locals: locals, layout: :layout, layout_options: { locals: { title: title, current: current } }
    end

    # The id of a model dimension as people read it.
    def size_words(id)
      return "size of #{id.delete_prefix(Nockplane::Modelling::Measured::SIZE)}" if id.start_with?(Nockplane::Modelling::Measured::SIZE)
      return id.delete_prefix(Nockplane::Modelling::Measured::DISTANCE).sub('|', ' to ') if Nockplane::Modelling::Measured.id?(id)

      id.delete_prefix('given.').tr('_.', ' ')
    end

    def part(view, **locals) = erb(view, locals: locals, layout: false)

    def csrf_token = Rack::Protection::AuthenticityToken.token(session)
    def csrf_field = %(<input type="hidden" name="authenticity_token" value="#{h csrf_token}">)
    def h(text) = Rack::Utils.escape_html(text.to_s)

    def wants_json? = request.content_type.to_s.include?('json') || request.env['HTTP_ACCEPT'].to_s.include?('json')

    # An error as JSON or as a page, in words.
    def answer(status, message, details = {})
      status(status)
      return json({ error: message }.merge(details)) if wants_json?

      page(:error, title: status == 404 ? 'Not found' : 'Not done', status: status, message: message)
    end

    # The JSON body as a hash with string keys, at most 1 MB.
    def body_json
      text = request.body.read(1_000_001).to_s
      raise Refused.new('The request is larger than 1 MB.', status: 413) if text.bytesize > 1_000_000

      data = JSON.parse(text, max_nesting: 20)
      raise Refused, 'The request is not a set of named values.' unless data.is_a?(Hash)

      data
    rescue JSON::ParserError
      raise Refused, 'The request is not JSON.'
    end

    # mm from a request, bounded.
    def millimetres(value)
      number = Float(value, exception: false)
      raise Refused, "'#{value}' is not a length in mm." unless number&.finite? && number.abs <= 5000

      number
    end

    def date(time) = time.strftime('%Y-%m-%d %H:%M')
    def number(value) = Nockplane::Modelling::Fault.value(value)

    # The sheet and the column as fragments: what every change of a drawing answers with.
    def state_of(shown, told: nil)
      json version: shown.record.version, sheet: shown.svg, column: part(:_column, shown: shown), bar: part(:_drawing_bar, shown: shown), index: part(:_index, shown: shown),
           on: shown.sheet.id, paper: shown.paper, homes: shown.homes, views: shown.ties, waiting: shown.waiting, told: told
    end

    # The sheet asked for, nil (the first) when the edit took it away.
    def sheet_still_there(record, id) = record.value.sheet(id) ? id : nil

    # One <option>, chosen or not.
    def option(value, words, chosen) = %(<option value="#{h value}"#{' selected' if value.to_s == chosen.to_s}>#{h words}</option>)

    # What updating drawings came to, in words. results: { drawing => nil or why not }.
    def told_of(results, one: 'drawing')
      return 'Nothing was behind its model.' if results.empty?

      failed = results.compact
      done = results.size - failed.size
      [("#{plural(done, one)} brought up to #{done == 1 ? 'its model' : 'their models'}." if done.positive?),
       *failed.map { |d, why| "#{d.number}: #{why}" }].compact.join(' ')
    end

    def plural(count, word) = "#{count} #{word}#{'s' unless count == 1}"
  end
end
