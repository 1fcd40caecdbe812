# frozen_string_literal: true

module Nockplane
  module Drawings
    # Which views of a sheet stand too near to each other, to title blocks and tables, or leave the drawing space: their
    # outlines, the words of their annotations, and the lines that run along the sheet's sides. Paper mm.
    class Crowding
      # builder: SceneBuilder of the sheet; gap: mm that are to be free between.
      def initialize(builder, drawing, sheet, gap = 0.0)
        @builder = builder
        @drawing = drawing
        @views = drawing.views_on(sheet.id)
        @gap = gap
      end

      # Sentences, one for each pair.
      def words = pairs + furniture + outside

      def none? = words.empty?

      private

      # { view => [box, ...] }
      def boxes
        @boxes ||=
          @views.to_h do |v|
            items = @builder.drawn(v).grep(Drafting::Ink::Text)
            items +=
              @drawing.dimensions_of(v.id).flat_map { |d| @builder.dimension_ink(d).ink }.select { |i| plain?(i) }
            [v, [@builder.place(v).outline, *items.map { |i| Drafting::Ink.box(i) }]]
          end
      end

      # Is its box no larger than itself?
      def plain?(item)
        return true if item.is_a?(Drafting::Ink::Text)
        return false unless item.is_a?(Drafting::Ink::Line) && item.points.size == 2

        item.points.transpose.any? { |a, b| (a - b).abs < 1e-6 }
      end

      def meet?(some, others) = some.any? { |a| others.any? { |b| Geometry::Box.meet?(a, b, @gap, @gap) } }

      def pairs
        near = @views.combination(2).select { |a, b| meet?(boxes[a], boxes[b]) }
        near.map { |a, b| "#{a.name} and #{b.name} stand #{@gap.positive? ? 'too near to' : 'on'} each other" }
      end

      def furniture
        near = @views.select { |v| meet?(boxes[v], @builder.furniture.boxes) }
        near.map { |v| "#{v.name} stands on#{' or too near to' if @gap.positive?} the title block or a table" }
      end

      def outside
        out = @views.select { |v| boxes[v].any? { |b| !Geometry::Box.inside?(b, @builder.frame_box, 0.0) } }
        out.map { |v| "#{v.name} leaves the drawing space" }
      end
    end
  end
end
