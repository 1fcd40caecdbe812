# frozen_string_literal: true

module App
  # What routes and views call: pages, fragments, JSON bodies, words.
  module Helpers
    # A file that was made to be sent, as it lies in the store; name: what it is called when it is kept.
    def send_made(path, type, name = nil)
      cache_control :private, max_age: 3600
      content_type type
      attachment(name) if name
      headers 'Content-Length' => File.size(path).to_s
      body File.open(path, 'rb')
    end

    # Headers of a picture of a sheet. Said here in full, since an answer 304 must not take the page's policy over:
    # pictures and fonts within, nothing runs.
    def picture_policy
      headers 'Content-Security-Policy' =>
                "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:"
      cache_control :private, :no_cache
      content_type 'image/svg+xml'
    end

    # Has a worker make what a drawing's sheets still need, unless one is at it.
    def paper_please(record)
      return if Paper.new(record).waiting.empty?

      key = "paper-#{record.id}#{"-#{VariantSheet.key(record.variant)}" if record.variant}"
      Queue.once(key, paper_job(record), priority: 3) unless Queue.under_way?(key)
    end

    # Sends a person on to a page with the progress while a worker makes what a file for paper needs; programs wait.
    def wait_for_paper(record)
      return if Paper.new(record).waiting.empty? || !request.env['HTTP_ACCEPT'].to_s.include?('text/html')

      run = Queue.start('paper', "Making #{record.number} ready for paper", total: 1) { |r| paper_job(record, r.id) }
      redirect "/runs/#{run.id}"
    end

    # What the code of pages is, so that none from before an update is shown again.
    PAGES =
      Digest::SHA256.hexdigest(
        Dir[File.join(ROOT, '{app,lib,public/js,public/css}', '**', '*.{rb,erb,js,css}')]
          .map { |f| File.mtime(f).to_f }
          .to_s
      )

    # Answers "you have it" where a browser has the page for what it now shows (parts: plain values) and nothing is to
    # be told besides.
    def tag_page(*parts)
      return if told?

      cache_control :private, :no_cache
      etag Digest::SHA256.hexdigest([PAGES, csrf_of_session, seen_by, request.fullpath, *parts].to_json), kind: :weak
    end

    # Who sees a page, and what they may do: others see another one.
    def seen_by = [person&.id, people?, policy.all]

    def csrf_of_session = session[:csrf] ||= Rack::Protection::AuthenticityToken.random_token

    # A whole page: view with locals inside the layout.
    def page(view, title:, current: nil, **locals)
      erb view, locals: locals, layout: :layout, layout_options: { locals: { title: title, current: current } }
    end

    # The list of models with the form for new ones, filled in again after a fault.
    def models_page(text: nil, fault: nil)
      page(
        :models,
        title: 'Models',
        current: :models,
        shelf: Presenters::ModelShelf.new(params['q'], [params['list'], params['from']]),
        text: text,
        fault: fault
      )
    end

    def part(view, **locals) = erb(view, locals: locals, layout: false)

    # Who asks: every action is told.
    def who = Acting.now
    # A number before what follows it; nothing of a model that has none.
    def led_by(number) = number.to_s.empty? ? '' : "#{number} · "
    def csrf_token = Rack::Protection::AuthenticityToken.token(session)
    def csrf_field = %(<input type="hidden" name="authenticity_token" value="#{h csrf_token}">)
    def h(text) = Rack::Utils.escape_html(text.to_s)

    def wants_json? = request.content_type.to_s.include?('json') || request.env['HTTP_ACCEPT'].to_s.include?('json')

    # A line in the log about what was refused.
    def refused(words)
      Log.refusal("#{request.request_method} #{request.path_info[0, 200]} #{words}", request: env['nockplane.request'])
    end

    # An error as JSON or as a page, in words.
    def answer(status, message, details = {})
      status(status)
      return json({ error: message }.merge(details)) if wants_json?

      page(:error, title: status == 404 ? 'Not found' : 'Not done', status: status, message: message)
    end

    # The JSON body as a hash with string keys, at most 1 MB.
    # A set of named values that came as JSON in the text of a parameter. Raises Refused.
    def json_text(text, name)
      found = JSON.parse(text.to_s, max_nesting: 3)
      raise Refused, "“#{name}” is no set of named values." unless found.is_a?(Hash)

      found.tap { |set| Gate.json(name => set) }
    rescue JSON::ParserError
      raise Refused, "“#{name}” is no set of named values."
    end

    def body_json
      text = request.body.read(1_000_001).to_s
      raise Refused.new('The request is larger than 1 MB.', status: 413) if text.bytesize > 1_000_000

      text = text.dup.force_encoding(Encoding::UTF_8)
      raise Refused, 'The request is not UTF-8.' unless text.valid_encoding?

      data = JSON.parse(text, max_nesting: 20)
      raise Refused, 'The request is not a set of named values.' unless data.is_a?(Hash)

      Gate.json(data)
      data
    rescue JSON::ParserError, EncodingError
      raise Refused, 'The request is not JSON.'
    end

    # What an edit did, for the person who made it; where fractions were chosen, how many sizes stay decimals.
    def shown_label(record, asked)
      label = record.undoable&.label
      return label unless asked.to_s.start_with?('standard') && record.value.standard.fractions? && !record.template?

      total = record.value.dimensions.size
      stay = Presenters::Decimals.count(record.value)
      if stay.zero?
        label
      else
        "#{label}. #{stay} of #{plural(total, 'size')} #{stay == 1 ? 'stays' : 'stay'} decimal: no fraction says " \
          "#{stay == 1 ? 'it' : 'them'} exactly, or a tolerance stands with #{stay == 1 ? 'it' : 'them'}."
      end
    end

    # mm from a request, bounded: a number, or text with point or comma and a unit.
    def millimetres(value)
      number = value.is_a?(Numeric) ? value.to_f : Nockplane::Drafting::Entry.length(value)
      raise Refused, "“#{value.to_s[0, 40]}” is not a length in mm." unless number&.finite? && number.abs <= 5000

      number
    end

    # A list of texts of a request. Raises Refused.
    def texts(value)
      list = Array(value)
      raise Refused, 'A row of a table is a list of texts.' unless list.all? { |t| t.nil? || t.is_a?(String) }

      list.map(&:to_s)
    end

    # Three numbers of a request. Raises Refused.
    def vector(value)
      raise Refused, 'A direction is three numbers.' unless value.is_a?(Array) && value.size == 3 && value.all?(Numeric)

      value.map(&:to_f)
    end

    def date(time) = time.strftime('%Y-%m-%d %H:%M')
    def number(value) = Nockplane::Modelling::Fault.value(value)

    # The sheet and the column as fragments: what every change of a drawing answers with.
    def state_of(shown, told: nil, made: nil)
      json version: shown.record.version,
           sheet: shown.svg,
           column: part(:_column, shown: shown),
           bar: part(:_drawing_bar, shown: shown),
           index: part(:_index, shown: shown),
           on: shown.sheet.id,
           paper: shown.paper,
           homes: shown.homes,
           views: shown.ties,
           waiting: shown.waiting,
           comments: shown.comments_on_sheet,
           pulse: shown.pulse,
           told: told,
           made: made
    end

    # The sheet asked for, nil (the first) when the edit took it away.
    def sheet_still_there(record, id) = record.value.sheet(id) ? id : nil

    # A scale as drawings of a standard write it.
    def scale_words(factor, standard) = Nockplane::Drafting::Scale.text(factor, standard.decimal)

    # One <option>, chosen or not.
    def option(value, words, chosen)
      %(<option value="#{h value}"#{' selected' if value.to_s == chosen.to_s}>#{h words}</option>)
    end

    # How much a run has to do, in words.
    def run_total(run) = %w[update rehouse tidy].include?(run.kind) ? plural(run.total, 'drawing') : run.total

    # What became of a line of a run, in a word.
    def run_outcome(run, line)
      done = { 'tidy' => 'tidied', 'update' => 'updated', 'rehouse' => 'updated' }[run.kind] || 'done'
      { 'waiting' => 'waiting', 'done' => done, 'failed' => 'not done', 'skipped' => 'nothing to do' }[line['state']]
    end

    # What updating drawings came to, in words. results: { drawing => nil or why not }.
    def told_of(results, one: 'drawing')
      return 'Nothing was behind its model.' if results.empty?

      failed = results.compact
      done = results.size - failed.size
      [
        ("#{plural(done, one)} brought up to #{done == 1 ? 'its model' : 'their models'}." if done.positive?),
        *failed.map { |d, why| "#{d.number}: #{why}" }
      ].compact.join(' ')
    end

    # Notes of revisions behind a colon, newest first, the first few of many.
    def quoted(notes, most = 4)
      return '' if notes.empty?

      more = notes.size > most ? " and #{notes.size - most} more" : ''
      ": #{notes.first(most).map { |note| "<q>#{h note}</q>" }.join(', ')}#{more}"
    end

    # A model change on the board in one sentence: what it does to the drawings.
    def change_words(cells)
      views = cells.flat_map { |c| c.docket.behind }
      parts = [
        "#{plural(views.count(&:looks), 'view')} of #{plural(cells.size, 'drawing')} " \
          "#{views.count(&:looks) == 1 ? 'looks' : 'look'} different"
      ]
      moved = views.sum { |b| b.numbers.size }
      losing = views.sum { |b| b.losing.size }
      parts << "#{plural(moved, 'number')} #{moved == 1 ? 'moves' : 'move'}" if moved.positive?
      parts << "#{plural(losing, 'annotation')} will go adrift" if losing.positive?
      "#{parts.join(', ')}."
    end

    # What a sheet needs a look for, on the board.
    def sheet_words(docket)
      found = docket.collisions.first(3).map(&:words)
      found << "#{docket.collisions.size - 3} more such places" if docket.collisions.size > 3
      found += docket.lost.map { |l| "#{l.view.name}: #{l.words}" }
      found += docket.unlisted.map(&:words)
      found += docket.loose.map { |l| "the note “#{l.note.name}”: #{l.words}" }
      found += docket.over.map { |o| "#{o.words} is typed over #{o.measured} in #{o.view.name}" }
      found += docket.masses.map { |m| "the mass #{m.shown} in the title block parts from #{m.computed} worked out" }
      "needs a look: #{found.join('; ')}."
    end

    # The state of a drawing on the board, in words.
    def state_words(cell)
      words =
        case cell.state
        when 'unknown'
          'being worked out'
        when 'fault'
          'cannot be shown'
        when 'behind'
          cell.summary.behind.zero? ? 'title block behind' : "#{plural(cell.summary.behind, 'view')} behind"
        when 'adrift'
          "◇ #{plural(cell.summary.adrift, 'annotation')} adrift"
        else
          cell.summary.clear && cell.origin.settled? ? 'current' : 'current, needs a look'
        end
      cell.checking && cell.state != 'unknown' ? "#{words} (being checked)" : words
    end

    def plural(count, word) = "#{count} #{word}#{'s' unless count == 1}"
  end
end
