# frozen_string_literal: true

module App
  module Routes
    # Issuing drawings, and what was issued.
    module Packets
      def self.registered(app)
        issuing(app)
        issuing_models(app)
        reading(app)
      end

      def self.issuing(app)
        app.get '/drawings/:slug/issue' do
          shown = Presenters::IssuePage.new(issuable(params['slug']))
          page(:issue, title: "Issue #{shown.record.number}", current: :packets, shown: shown)
        end

        app.post '/drawings/:slug/issue' do
          drawing = issuable(params['slug'])
          given = [params['reason'], params['by'], params['waiver']].map { |v| v.to_s.strip }
          Actions::IssueDrawing.new(drawing, *given, Time.now, who) # (what is missing in the form is told at once)
          raise Refused, 'Say what this issue is for.' if given[0].empty?

          lines = Packing.contents(drawing.value).map { |name, _| { what: name, state: 'waiting' } }
          run =
            Queue.start(
              'issue',
              "Issuing #{drawing.number}, revision #{drawing.value.meta.revision}",
              items: lines
            ) { |r| Jobs::IssueJob.new(r.id, drawing.id, *given, params['marked'] == 'on') }
          redirect "/runs/#{run.id}"
        end
      end

      def self.issuing_models(app)
        app.get '/models/:slug/issue' do
          model = Records::Model.at(params['slug'])
          page(
            :issue_model,
            title: "Issue #{model.name}",
            current: :packets,
            model: model,
            findings: Actions::IssueModel.findings(model),
            contents: ModelPacking.new(model, model.latest.number, Time.now).contents,
            packets: Records::Packet.where(model_id: model.id).order(issued_at: :desc)
          )
        end

        app.post '/models/:slug/issue' do
          model = Records::Model.at(params['slug'])
          given = [params['reason'], params['by'], params['waiver']].map { |v| v.to_s.strip }
          raise Refused, 'Say what this issue is for.' if given[0].empty?
          raise Refused, 'Say who approves it.' if given[1].empty?

          lines =
            ModelPacking.new(model, model.latest.number, Time.now).contents.map { |n, _| { what: n, state: 'waiting' } }
          run =
            Queue.start('issue', "Issuing #{model.name}, revision #{model.latest.number}", items: lines) do |r|
              Jobs::IssueModelJob.new(r.id, model.id, *given)
            end
          redirect "/runs/#{run.id}"
        end
      end

      def self.reading(app)
        app.get '/packets' do
          day = params['on'].to_s.empty? ? nil : day_of(params['on'])
          packets = day ? Records::Packet.on(day) : Records::Packet.order(issued_at: :desc).limit(500).to_a
          page(:packets, title: 'Packets', current: :packets, packets: packets, day: day)
        end

        app.get '/packets/:id' do
          packet = Records::Packet.at(params['id'])
          against = params['against'] && Records::Packet.at(params['against'])
          raise Refused, 'Those are packets of two drawings.' if against && against.owner != packet.owner

          page(:packet, title: packet.stem, current: :packets, shown: Presenters::PacketPage.new(packet, against))
        end

        app.get '/packets/:id/zip' do
          packet = Records::Packet.at(params['id'])
          download("#{packet.stem}.zip", 'application/zip', PacketStore.read(packet.digest))
        end

        app.get '/packets/:id/files/:name' do
          packet = Records::Packet.at(params['id'])
          file = packet.file(params['name']) or raise Refused.new('The packet has no such file.', status: 404)
          download(file['name'], file['kind'], PacketStore.read(file['digest']))
        end

        # A sheet as it was issued.
        app.get '/packets/:id/sheets/:sheet.svg' do
          sheet_picture(Records::Packet.at(params['id']), params['sheet'])
        end
      end
    end
  end
end
