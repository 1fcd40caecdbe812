# frozen_string_literal: true

module App
  module Routes
    # Copying things that belong together as a set.
    module Copies
      def self.registered(app)
        app.get '/copy' do
          page(
            :copy,
            title: 'Copy as a set',
            current: :models,
            shown: Presenters::CopyPage.new(Copying.new(params['of'].to_s))
          )
        end

        # The table as it would be, with what is wrong.
        app.post '/copy/rows' do
          data = body_json
          json rows: Presenters::CopyPage.new(Copying.new(data['of'].to_s, data)).rows
        end

        app.post '/copy' do
          data = body_json
          copying = Copying.new(data['of'].to_s, data)
          count = copying.rows.count(&:copied)
          raise Refused, 'Nothing is ticked to be copied.' if count.zero?

          run =
            Queue.start('copy', "Copying #{copying.node.words}: #{plural(count, 'thing')}", total: count) do |r|
              Jobs::CopyJob.new(
                r.id,
                data['of'].to_s,
                copying.wish.slice('left', 'find', 'replace', 'find2', 'replace2', 'free', 'numbers', 'names')
              )
            end
          json href: "/runs/#{run.id}"
        end

        app.post '/runs/:id/take-back' do
          run = Records::Run.at(params['id'])
          Actions::TakeCopyBack.call(run)
          redirect "/runs/#{run.id}"
        end
      end
    end
  end
end
