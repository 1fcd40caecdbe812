# frozen_string_literal: true

module Nockplane
  module Formats
    # What must hold between the cells of a template that fits the schema.
    class TemplateCheck
      def initialize(document)
        @document = document
      end

      # Sentences with their place.
      def faults
        found = keys + hanging
        return found unless found.empty?

        sheets + blocks + tables + berths + rules + @document.standard.problems
      end

      private

      def keys
        @document.cells.filter_map do |key, cell|
          if key != 'meta' && key.split('/', 2)[1] != cell.id
            "cells/#{key}: its id is '#{cell.id}'; key and id must agree"
          end
        end
      end

      def hanging
        sheets = @document.sheets.map(&:id)
        berths = @document.berths.map(&:id)
        [('cells: a template needs a sheet' if sheets.empty?)].compact +
          @document.cells.filter_map do |key, c|
            if c.respond_to?(:sheet) && !c.is_a?(Drawings::Sheet) && !sheets.include?(c.sheet)
              "cells/#{key}: there is no sheet '#{c.sheet}'"
            end
          end +
          @document.berths.filter_map do |b|
            if b.parent && !berths.include?(b.parent)
              "cells/berth/#{b.id}: there is no berth '#{b.parent}' to be tied to"
            end
          end +
          @document.berths.filter_map do |b|
            unless b.parent ? b.direction : b.orientation || %w[flat detail section].include?(b.kind)
              "cells/berth/#{b.id}: it needs an orientation, or a parent and a direction"
            end
          end + circles
      end

      def circles
        parents = @document.berths.to_h { |b| [b.id, b.parent] }
        parents
          .keys
          .select { |id| parents.size.times.reduce(id) { |at, _| at && parents[at] } }
          .map { |id| "cells/berth/#{id}: berths are tied to each other in a circle" }
      end

      def sheets
        @document.sheets.flat_map do |s|
          Drafting::SheetFormat.problems(s.format).map { |p| "cells/sheet/#{s.id}: #{p}" }
        end
      end

      def blocks
        @document.blocks.flat_map do |b|
          wide = sheets.empty? ? Drawings::BlockEdits.fits(@document, b)&.reason : nil
          (b.grid.problems + [wide, *b.cells.filter_map { |c| Drawings::BlockEdits.field_problem(@document, c) }])
            .compact
            .map { |p| "cells/block/#{b.id}: #{p}" }
        end
      end

      def tables
        return [] unless sheets.empty?

        @document.tables.filter_map do |t|
          Drawings::BlockEdits
            .table_problem(t, @document.sheet(t.sheet).paper.frame)
            &.then { |p| "cells/table/#{t.id}: #{p}" }
        end
      end

      def rules
        list = @document.cells.each_value.grep(Drawings::LayoutRule)
        list.select(&:on?).filter_map do |r|
          Drawings::LayoutRules.of(r).problem(r)&.then { |p| "cells/rule/#{r.id}: #{p}" }
        end
      end

      def berths
        return [] unless sheets.empty?

        @document.berths.filter_map do |b|
          Drawings::BerthEdits
            .problem(b, @document.sheet(b.sheet).paper.frame)
            &.then { |p| "cells/berth/#{b.id}: #{p}" }
        end
      end
    end
  end
end
