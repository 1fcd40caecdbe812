# frozen_string_literal: true

module App
  module Routes
    # What drawings and templates share: the sheet with its column, edits, undo, pictures, downloads.
    module Sheets
      HOMES = { 'drawings' => Records::Drawing, 'templates' => Records::Template }.freeze

      def self.registered(app)
        HOMES.each do |home, records|
          downloads(app, home, records) && pages(app, home, records) && changes(app, home, records)
        end
      end

      def self.downloads(app, home, records)
        app.get "/#{home}/:slug/sheets/:sheet.svg" do
          record = records.at(params['slug'])
          wait_for_paper(record) if params['download']
          shown = Presenters::DrawingPage.new(record, params['sheet'], nil)
          picture_policy
          etag "#{Nockplane::KERNEL_VERSION}-#{record.slug}-#{record.version}"
          attachment "#{record.number.to_s.empty? ? shown.slug : record.number}.svg" if params['download']
          shown.file(berths: !params['berths'].nil?)
        end

        # The first sheet as known now, small: without lettering of its own and without waiting for shading.
        app.get "/#{home}/:slug/thumbnail.svg" do
          picture_policy
          Thumbnail.svg(records.at(params['slug'])).tap { |svg| etag Digest::SHA256.hexdigest(svg)[0, 16] }
        end

        # mark: "no" leaves out the words in the margin about what is behind or adrift.
        app.get "/#{home}/:slug.pdf" do
          record = records.at(params['slug'])
          wait_for_paper(record)
          shown = Presenters::DrawingPage.new(record, nil, nil)
          content_type 'application/pdf'
          attachment "#{record.number.to_s.empty? ? shown.slug : record.number}.pdf"
          Nockplane::Formats::Pdf.write(shown.scenes(marked: params['mark'] != 'no'), created: Time.now)
        end
      end

      def self.pages(app, home, records)
        app.get "/#{home}/:slug" do
          record = shown_record(records.at(params['slug']))
          paper_please(record)
          shown = Presenters::DrawingPage.new(record, params['sheet'], params['select'])
          tag_page(shown.pulse, shown.waiting, shown.sheet.id, shown.select) unless shown.kind == 'house'
          page(
            :drawing,
            title: "#{shown.record.number} #{shown.record.title}".strip,
            current: home == 'templates' ? :templates : :board,
            shown: shown
          )
        end

        # What the column shows for a selection; the version tells whether the sheet on screen is still the latest.
        app.get "/#{home}/:slug/column" do
          shown = Presenters::DrawingPage.new(records.at(params['slug']), params['sheet'], params['select'])
          json version: shown.record.version, column: part(:_column, shown: shown)
        end

        app.get "/#{home}/:slug/state" do
          state_of(Presenters::DrawingPage.new(records.at(params['slug']), params['sheet'], params['select']))
        end

        # Title blocks and tables with what takes long to work out; "waiting" until a worker has done that.
        app.get "/#{home}/:slug/furniture" do
          paper_please(records.at(params['slug']))
          shown = Presenters::DrawingPage.new(records.at(params['slug']), params['sheet'], nil)
          json version: shown.record.version,
               **(shown.waits?('mass') ? { waiting: true } : { svg: shown.furniture })
        end

        # Whether an open page shows anything that is no longer so, and who else is there.
        app.get "/#{home}/:slug/pulse" do
          record = records.at(params['slug']) if records == Records::Template
          id, pulse = record ? [record.id, Pulse.of(record)] : Pulse.at(params['slug'])
          next json(pulse: pulse) unless person

          json pulse: pulse, others: Presence.note(id, person, sheet: params['sheet'], selected: params['select'])
        end
      end

      def self.changes(app, home, records)
        app.post "/#{home}/:slug/edits" do
          record = records.at(params['slug'])
          data = body_json
          before = record.value.views.map(&:id)
          Actions::EditDrawing.call(record, base: data['base']&.to_i, author: who) do |value|
            Presenters::EditRequest.new(value, Workshop.source, data, method(:millimetres), record: record).edit
          end
          made = (record.value.views.map(&:id) - before).first&.then { |id| "view/#{id}" } # what was made is selected
          state_of(
            Presenters::DrawingPage.new(record, sheet_still_there(record, data['sheet']), made || data['select']),
            told: shown_label(record, data['do']),
            made: made
          )
        end

        %w[undo redo].each do |way|
          app.post "/#{home}/:slug/#{way}" do
            record = records.at(params['slug'])
            data = body_json
            entry =
              Actions::TakeBack.public_send(
                way,
                record.drawing,
                base: data['base']&.to_i,
                model: (data['model'] if %w[with without].include?(data['model'])),
                author: who,
                **(data['others'] == 'yes' ? { others: true } : {})
              )
            state_of(
              Presenters::DrawingPage.new(
                record,
                sheet_still_there(record, data['sheet']),
                data['select'].to_s.start_with?('house/', 'block/') ? data['select'] : nil
              ),
              told: "#{way == 'undo' ? 'Taken back' : 'Done again'}: #{entry.label}"
            )
          end
        end

        # A logo and the like: read, made safe, kept in the document.
        app.post "/#{home}/:slug/pictures" do
          record = records.at(params['slug'])
          raise Refused, 'Choose a picture first: PNG or SVG.' unless params['file'].is_a?(Hash)

          picture =
            Nockplane::Formats::PictureReader.read(
              params['file'][:tempfile].read(Nockplane::Formats::PictureReader::MAX_BYTES + 1),
              params['file'][:filename]
            )
          Actions::EditDrawing.call(record, base: nil, author: who) do |value|
            Nockplane::Drawings::BlockEdits.add_picture(value, picture)
          end
          state_of(
            Presenters::DrawingPage.new(record, params['sheet'], params['select']),
            told: "Picture #{picture.name} is in; choose it in a cell of the title block."
          )
        end
      end
    end
  end
end
