# frozen_string_literal: true

module App
  module Routes
    # Schemes by which things get their numbers, and renumbering by them.
    module Numbering
      def self.registered(app)
        app.get '/numbering' do
          page(
            :numbering,
            title: 'Numbering',
            current: :models,
            shown: Presenters::NumberingPage.new(params['preview'])
          )
        end

        app.post '/numbering' do
          App::Numbering::USUAL.each_key { |kind| App::Numbering.keep(kind, params[kind]) if params.key?(kind) }
          tell 'The schemes are kept; new things get their numbers by them.'
          redirect '/numbering'
        end

        app.post '/numbering/renumber' do
          chosen = Array(params['things']).map(&:to_s)
          given = params['numbers'] || {}
          lines =
            chosen.filter_map do |thing|
              number = given[thing].to_s.strip
              unless number.empty?
                { what: "#{thing.split('/', 2)[1]} → #{number}", thing: thing, number: number, state: 'waiting' }
              end
            end
          raise Refused, 'Tick what is to be renumbered.' if lines.empty?

          twice = lines.map { |l| l[:number] }.tally.find { |_, n| n > 1 }
          raise Refused, "#{twice[0]} would be given #{twice[1]} times; numbers are given once." if twice

          run =
            Queue.start('renumber', "Renumbering #{plural(lines.size, 'thing')}", items: lines) do |r|
              Jobs::RenumberJob.new(r.id)
            end
          redirect "/runs/#{run.id}"
        end

        # Numbers for those rows of a table of variants that have none.
        app.post '/models/:slug/family/numbers' do
          model = Records::Model.at(params['slug'])
          data = body_json
          given = Array(data['rows']).map { |row| texts(row)[0].to_s }.reject(&:empty?)
          rows =
            Array(data['rows']).map do |row|
              own, name = texts(row)
              next own unless own.empty?

              found =
                App::Numbering.next(
                  'variant',
                  { 'family' => model.number.to_s, 'variant' => name },
                  Records::Model,
                  given
                )
              given << found
              found
            end
          json numbers: rows
        end
      end
    end
  end
end
