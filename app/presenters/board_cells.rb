# frozen_string_literal: true

module App
  module Presenters
    # All drawings as the board sees them: read from rows in a handful of queries, whatever their number; a docket is
    # read only where its lines are shown.
    class BoardCells
      # What the board tells of a drawing without its document.
      Drawing = Struct.new(:id, :slug, :title, :number, :version, :template_slug, :template_revision, :series)
      # A docket's counts, as Records::Standing keeps them.
      Summary = Struct.new(:state, :behind, :adrift, :losing, :collisions, :look, :empty, :clear)
      CLEAR = Summary.new('current', 0, 0, 0, 0, false, false, true).freeze
      NONE = Summary.new('unknown', 0, 0, 0, 0, false, false, true).freeze

      # A drawing on the board. summary: Summary; checking: is it being worked out anew; origin: what became of its
      # template.
      Cell =
        Struct.new(:drawing, :summary, :checking, :origin, :dockets) do
          def state = summary.state
          def sheet_clean? = !summary.look
          def empty? = summary.empty
          # Linking::Docket, nil while the first one is being worked out.
          def docket = dockets[drawing.id]
        end

      # Dockets by the id of their drawing, read when asked for; many at once by #read.
      class Dockets
        def initialize = @known = {}

        def [](id)
          read([id]) unless @known.key?(id)
          @known[id]
        end

        def read(ids)
          missing = ids.reject { |id| @known.key?(id) }
          missing.each { |id| @known[id] = nil }
          Records::Standing
            .where(drawing_id: missing)
            .pluck(:drawing_id, :lines)
            .each { |id, lines| @known[id] = Nockplane::Linking::Docket.from_h(JSON.parse(lines)) }
        end
      end

      # [Cell] by number.
      def all = @all ||= make
      def by_id = @by_id ||= all.to_h { |c| [c.drawing.id, c] }

      # Reads the dockets of some cells at once; gives the cells.
      def read(cells)
        dockets.read(cells.map { |c| c.drawing.id })
        cells
      end

      private

      def dockets = @dockets ||= Dockets.new

      def make
        bases = Standings.bases
        known = Records::Standing.pluck(:drawing_id, :basis).to_h
        summaries = unclear
        origins = {}
        Records::Drawing
          .order(:number)
          .pluck(*Drawing.members)
          .map do |values|
            drawing = Drawing.new(*values)
            basis = known[drawing.id]
            summary = basis ? summaries[drawing.id] || CLEAR : NONE
            made = [drawing.template_slug, drawing.template_revision]
            origin = origins[made] ||= Origin.from(*made, templates)
            Cell.new(drawing, summary, basis.nil? || basis != bases[drawing.id], origin, dockets)
          end
      end

      # { drawing id => Summary } of those that have anything on their docket.
      def unclear
        Records::Standing
          .where(clear: false)
          .pluck(:drawing_id, *Summary.members)
          .to_h { |id, *rest| [id, Summary.new(*rest)] }
      end

      def templates = @templates ||= Records::Template.includes(:revisions).index_by(&:slug)
    end
  end
end
