# frozen_string_literal: true

module Nockplane
  module Drawings
    module LayoutRules
      # The words of a dimension stand in the middle of its line (DIM-09), where they fit there and meet nothing.
      class WordsCentred < Kind
        NAME = 'centred'
        TITLE = 'words in the middle of their line'

        def words(_rule, _decimal) = 'Words of dimensions stand in the middle of their line'

        def run(scope)
          found = scope.views.map { |v| centred(scope, v) }
          Outcome.new(found.flat_map(&:cells), found.flat_map(&:unmet))
        end

        private

        def centred(scope, view)
          builder = scope.builder(view.sheet)
          all = scope.drawing.dimensions_of(view.id)
          off = all.select { |d| off_middle?(d) && fits?(scope, builder, d) }
          return Outcome.new([], []) if off.empty?

          ground = builder.ground(view)
          all.each { |d| ground.keep(builder.dimension_ink(d).ink, d.id) }
          cells = off.filter_map { |d| moved(ground, builder, d) }
          left = off.reject { |d| cells.any? { |c| c.id == d.id } }
          Outcome.new(cells, left.map { |d| unmet(scope, view, d) })
        end

        def off_middle?(dimension)
          dimension.place.is_a?(Annotations::Row) && !dimension.pinned && dimension.place.shift.to_f.abs > 1e-6
        end

        # Do the words fit between the ends of the line?
        def fits?(scope, builder, dimension)
          ink = builder.dimension_ink(dimension)
          from, to = ink.span
          Drafting::DimensionLayout.new(scope.standard).words_width(ink.words) <= to - from - 1
        end

        def moved(ground, builder, dimension)
          ground.drop(dimension.id)
          again = dimension.dup.tap { |d| d.place = dimension.place.with(shift: 0.0) }
          ink = builder.dimension_ink(again).ink
          clear = ground.cost(ink) < Tidy::BADLY
          ground.keep(clear ? ink : builder.dimension_ink(dimension).ink, dimension.id)
          again if clear
        end

        def unmet(scope, view, dimension)
          "“#{Annotations.words(scope.standard, dimension)}” of #{view.name} has no room in the middle of its line"
        end
      end
    end
  end
end
