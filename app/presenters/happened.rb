# frozen_string_literal: true

module App
  module Presenters
    # What happened in the office, newest first: edits of drawings, revisions of models, packets, runs; by a person, on
    # a day, of one drawing or model.
    class Happened
      # at: Time; who: name; what: words; where: what it happened to, in words; href.
      Event = Struct.new(:at, :who, :what, :where, :href)

      SHOWN = 200
      MOST = 20_000
      DAY = /\A\d{4}-\d\d-\d\d\z/

      attr_reader :who, :on, :of

      # who: name; on: "2026-11-30"; of: "drawings/SLUG" or "models/SLUG"; each empty or nil for all.
      def initialize(who: nil, on: nil, of: nil)
        @who = who.to_s.strip
        @on = on.to_s.match?(DAY) ? on : ''
        @of = of.to_s
      end

      # [Event]; most: how many.
      def events(most = SHOWN)
        kinds.flat_map { |kind| send(kind, most) }.sort_by { |e| [-e.at.to_f, e.what] }.first(most)
      end

      # Names of all who did something.
      def names
        (
          Records::JournalEntry.distinct.pluck(:author) + Records::Revision.distinct.pluck(:author) +
            Records::Run.distinct.pluck(:author)
        ).reject(&:empty?).uniq.sort
      end

      def table
        [%w[when who what where], *events(MOST).map { |e| [e.at.utc.iso8601, e.who, e.what, e.where] }]
      end

      def query = { who: @who, on: @on, of: @of }.reject { |_, v| v.empty? }

      private

      def drawing = @drawing ||= @of.start_with?('drawings/') && Records::Drawing.find_by(slug: @of.split('/', 2)[1])
      def model = @model ||= @of.start_with?('models/') && Records::Model.find_by(slug: @of.split('/', 2)[1])

      def kinds
        return %i[edits packets] if drawing
        return %i[revisions packets] if model

        %i[edits revisions packets runs]
      end

      # Rows of a table that are asked for, newest first; by: its column of names; at: its column of times.
      def rows(records, most, by: :author, at: :created_at)
        found = records.order(at => :desc).limit(most)
        found = found.where(by => @who) unless @who.empty?
        @on.empty? ? found : found.where(at => day)
      end

      def day
        from = Time.iso8601("#{@on}T00:00:00Z")
        from...(from + People::DAY)
      rescue ArgumentError
        Time.at(0)...Time.at(0)
      end

      def edits(most)
        found = rows(Records::JournalEntry, most)
        found = found.where(drawing_id: drawing.id) if drawing
        ids = found.map(&:drawing_id).uniq
        known = [Records::Drawing, Records::Template].flat_map { |k| k.unscoped.where(id: ids).to_a }
        known = known.group_by(&:id).transform_values { |both| both.find { |r| (r.kind == 'template') == r.template? } }
        found.map do |e|
          about = known[e.drawing_id]
          where = about && "#{about.number} #{about.title}".strip
          what = e.state == 'undone' ? "#{e.label}, taken back since" : e.label
          Event.new(e.created_at, e.author, what, where.to_s, about && "/#{about.home}/#{about.slug}")
        end
      end

      def revisions(most)
        found = rows(Records::Revision, most)
        found = found.where(model_id: model.id) if model
        found
          .includes(:model)
          .map do |r|
            what = ["revision #{r.number}", r.note].reject(&:empty?).join(': ')
            Event.new(
              r.created_at,
              r.author,
              what,
              "#{r.model&.number} #{r.model&.name}".strip,
              r.model && "/models/#{r.model.slug}"
            )
          end
      end

      def packets(most)
        found = rows(Records::Packet, most, by: :issued_by, at: :issued_at)
        found = found.where(drawing_id: drawing.id) if drawing
        found = found.where(model_id: model.id) if model
        found.map do |p|
          Event.new(
            p.issued_at,
            p.issued_by,
            "issued as revision #{p.letter}: #{p.reason}",
            "#{p.number} #{p.title}",
            "/packets/#{p.id}"
          )
        end
      end

      def runs(most)
        rows(Records::Run, most).map do |r|
          Event.new(r.created_at, r.author, "#{r.label} (#{r.state})", 'a run', "/runs/#{r.id}")
        end
      end
    end
  end
end
