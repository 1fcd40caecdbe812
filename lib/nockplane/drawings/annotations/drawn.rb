# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A dimension as it is drawn in its view: what its kind and its place need to know of each other.
      class Drawn
        attr_reader :standard, :at, :dimension, :snapshot, :place, :kind, :feet, :layout

        # at: ViewPlace; feet: paper points of the measured faces' corners (for where extension lines start).
        def initialize(standard, at, dimension, feet, adrift: false)
          @standard = standard
          @at = at
          @dimension = dimension
          @snapshot = dimension.snapshot
          @place = dimension.place
          @kind = Annotations.of(dimension)
          @feet = feet
          @adrift = adrift
          @layout = Drafting::DimensionLayout.new(standard, tone: adrift ? Drafting::Ink::OCHRE : nil)
        end

        # Has it lost what it is of?
        def adrift? = @adrift
        def words = @kind.words(@standard, @dimension)

        # [Ink]
        def ink
          drawn = @place.ink(self)
          @adrift ? drawn + [diamond(drawn)] : drawn
        end

        # The place after dragging the words by dx, dy mm of paper.
        def dragged(dx, dy) = @place.dragged(self, dx, dy)

        # Model points that the dimension line runs between.
        def ends = @kind.ends(self)

        # Two model points that lie along the direction of measuring.
        def run
          from, to = ends
          way = @kind.respond_to?(:direction) && @kind.direction(@snapshot)
          way ? [from, Geometry::Vec.add(from, way)] : [from, to]
        end

        # Of one in a row: direction of measuring and its normal, and the interval along it, on paper.
        def axes = @place.axes(self)
        def span = @place.span(self)

        # Of one on a leader: paper point it starts from, and mm of paper from there to the feature.
        def centre = @place.centre(self)
        def radius = @place.radius(self)

        private

        # Before its words; of one without any at a corner of it.
        def beside(drawn)
          text = drawn.grep(Drafting::Ink::Text).first
          return Drafting::Ink.box(drawn[0]).first(2) unless text

          a = (text.angle || 0) * Math::PI / 180
          [
            text.x - (3.2 * Math.cos(a)) - (1.7 * Math.sin(a)),
            text.y - (3.2 * Math.sin(a)) + (1.7 * Math.cos(a))
          ]
        end

        # The mark of an adrift annotation: a hollow diamond.
        def diamond(drawn)
          x, y = beside(drawn)
          Drafting::Ink::Line.new(
            points: [[x - 2, y], [x, y + 2], [x + 2, y], [x, y - 2]],
            width: 0.5,
            closed: true,
            tone: Drafting::Ink::OCHRE,
            layer: 'dimension'
          )
        end
      end
    end
  end
end
