# frozen_string_literal: true

module App
  module Routes
    # Issuing drawings, and what was issued.
    module Packets
      def self.registered(app)
        # What the form of an issue says; what is missing there is told at once.
        app.helpers do
          define_method(:approved) do
            Approval.new(reason: params['reason'], by: params['by'], waiver: params['waiver'])
          end
        end
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
          given = approved
          lines = Presenters::IssuePage.new(drawing).contents.map { |name, _| { what: name, state: 'waiting' } }
          run =
            Queue.start(
              'issue',
              "Issuing #{drawing.number}, revision #{drawing.value.meta.revision}",
              items: lines
            ) { |r| Jobs::IssueJob.new(r.id, drawing.id, *given.to_h.values, params['marked'] == 'on') }
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
          given = approved
          number = params['revision'].to_i
          Actions::IssueModel.new(model, given, number, Time.now) # (that it is no longer the latest is told at once)
          lines = ModelPacking.new(model, number, Time.now).contents.map { |n, _| { what: n, state: 'waiting' } }
          run =
            Queue.start('issue', "Issuing #{model.name}, revision #{number}", items: lines) do |r|
              Jobs::IssueModelJob.new(r.id, model.id, *given.to_h.values, number)
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
