# frozen_string_literal: true

module App
  module Routes
    # The shelf of notes: kept from a drawing, taken off, as a file and back. All lead back to where they came from.
    module ShelfNotes
      def self.registered(app)
        # The chapter of the shelf on the drawing or template that the request came from.
        app.helpers do
          define_method(:back_to_shelf) do |words|
            tell words
            home = Sheets::HOMES[params['home'].to_s] && params['home']
            redirect home ? "/#{home}/#{Sheets::HOMES[home].at(params['of'].to_s).slug}?select=house/notes" : '/'
          end
        end

        app.post '/shelf/notes' do
          Actions::KeepShelfNote.call(params['text'], params['shape'])
          back_to_shelf('The note is on the shelf.')
        end

        app.post '/shelf/notes/import' do
          raise Refused, 'Choose a file with notes first.' unless params['file'].is_a?(Hash)

          text = params['file'][:tempfile].read(Actions::KeepShelfNote::BYTES + 1)
          found = Actions::KeepShelfNote.from_file(text)
          back_to_shelf("#{plural(found, 'note')} of the file #{found == 1 ? 'is' : 'are'} on the shelf.")
        end

        app.post '/shelf/notes/:id/remove' do
          Actions::KeepShelfNote.remove(params['id'])
          back_to_shelf('The note is off the shelf; drawings keep theirs.')
        end

        app.get '/shelf/notes.json' do
          content_type 'application/json'
          attachment 'notes.json'
          Actions::KeepShelfNote.file
        end
      end
    end
  end
end
