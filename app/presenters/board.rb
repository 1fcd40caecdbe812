# frozen_string_literal: true

module App
  module Presenters
    # The home page: models down, their drawings across, and the docket grouped by the model change that caused it.
    class Board
      # A drawing on the board: record, what is behind and adrift, Origin of its template, berths that stay empty.
      Cell = Struct.new(:drawing, :behind, :adrift, :fields, :origin, :empty, :fault) do
        def state = fault ? 'fault' : (behind.any? || fields.any? ? 'behind' : (adrift.any? ? 'adrift' : 'current'))
      end

      def models = @models ||= Records::Model.order(:number, :name).includes(:revisions, :drawings).to_a
      def cells(model) = model.drawings.sort_by(&:number).map { |d| cell(d) }
      def all_cells = @all_cells ||= Records::Drawing.order(:number).map { |d| cell(d) }

      # [[model, revision, [Cell, ...]], ...] of what is behind, one group per model change.
      def groups
        all_cells.select { |c| c.state == 'behind' }.group_by { |c| c.drawing.models.first }.map { |m, list| [m, m.latest, list] }
      end

      # [[model, revision, [[Cell, [Adrift, ...]], ...]], ...]: annotations adrift by the revision that took their geometry away.
      def adrift
        lost = all_cells.flat_map { |c| c.adrift.map { |a| [c, a] } }
        lost.group_by { |c, a| [c.drawing.models.first, a.view.revision] }.map do |(model, number), list|
          [model, model.revisions.find { |r| r.number == number }, list.group_by(&:first).map { |c, pairs| [c, pairs.map(&:last)] }]
        end
      end

      def set_aside = @set_aside ||= Records::IntakeFile.refused.to_a
      def faults = all_cells.select(&:fault)
      def behind_count = all_cells.sum { |c| c.behind.size }
      def adrift_count = all_cells.sum { |c| c.adrift.size }
      # Drawings whose template moved on or is gone, and those with empty berths.
      def unhoused = all_cells.select { |c| c.origin && !c.origin.settled? }
      def with_empty_berths = all_cells.select { |c| c.empty&.any? }
      def clear? = set_aside.empty? && unhoused.empty? && with_empty_berths.empty? && all_cells.all? { |c| c.state == 'current' }

      private

      def cell(drawing)
        (@cells ||= {})[drawing.id] ||= begin
          s = drawing.staleness
          Cell.new(drawing, s.behind, s.adrift, s.fields, Origin.of(s.drawing, templates), s.drawing.berths, nil)
        rescue Nockplane::Error => e
          Cell.new(drawing, [], [], [], nil, [], e.message)
        end
      end

      def templates = @templates ||= Records::Template.includes(:revisions).index_by(&:slug)
    end
  end
end
