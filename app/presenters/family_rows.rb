# frozen_string_literal: true

module App
  module Presenters
    # The families on the board: a row for each, a cell for each of its variants. Reads rows that are kept; builds
    # nothing.
    class FamilyRows
      # A variant of a family: the drawing that shows it (nil for none), its state: current, behind, adrift, empty (no
      # drawing), fault (it can't be built or shown) or unknown; series: is that drawing its series?
      Cell =
        Struct.new(:variant, :drawing, :state, :series, keyword_init: true) do
          def key = VariantSheet.key(variant)
          def address = series ? "#{drawing.slug}#{VariantSheet::MARK}#{key}" : drawing.slug
          def href = series ? "/drawings/#{drawing.slug}?#{{ variant: variant }.to_query}" : "/drawings/#{drawing.slug}"
        end

      # model; latest: as of the board; cells: [Cell]; drawings: [Board::Cell] of the family itself, series among them.
      Row =
        Struct.new(:model, :latest, :cells, :drawings, keyword_init: true) do
          def states = (cells.map(&:state) + drawings.map(&:state)).uniq
        end

      WORDS = {
        'current' => 'current',
        'behind' => 'behind',
        'adrift' => '◇ adrift',
        'empty' => 'no drawing',
        'fault' => 'cannot be built',
        'unknown' => 'being worked out'
      }.freeze

      def initialize(board)
        @board = board
        @standings = Records::VariantStanding.pluck(:drawing_id, :variant, :state).to_h { |*at, state| [at, state] }
        @builds =
          Records::VariantBuild.pluck(:model_id, :variant, :state).to_h { |id, variant, state| [[id, variant], state] }
        bound = Records::Binding.where.not(variant: nil).pluck(:model_id, :variant, :drawing_id)
        @bound = bound.group_by(&:first).transform_values { |list| list.group_by { |_, v, _| v } }
      end

      # [Row]
      def all
        @board.models.select { |m| @board.family_texts[m.id] }.map { |m| row(m) }
      end

      private

      def row(model)
        cells = @board.cells_of(model)
        own = bound_ids(model)
        series = cells.find { |c| c.drawing.series }
        Row.new(
          model: model,
          latest: @board.latest(model),
          drawings: cells.reject { |c| own.include?(c.drawing.id) },
          cells: Families.names(@board.family_texts[model.id]).map { |v| cell(model, v, series, cells) }
        )
      end

      # Drawings that show a variant of the model alone.
      def bound_ids(model) = (@bound[model.id] || {}).values.flatten(1).map(&:last)

      def cell(model, variant, series, cells)
        built = @builds[[model.id, variant]]
        own = (@bound.dig(model.id, variant) || []).map(&:last)
        alone = cells.find { |c| own.include?(c.drawing.id) }
        if alone
          return Cell.new(variant: variant, drawing: alone.drawing, state: built == 'fault' ? 'fault' : alone.state)
        end
        return Cell.new(variant: variant, state: built == 'fault' ? 'fault' : 'empty') unless series

        known = @standings[[series.drawing.id, variant]]
        Cell.new(
          variant: variant,
          drawing: series.drawing,
          state: built == 'fault' ? 'fault' : known || 'unknown',
          series: true
        )
      end
    end
  end
end
