# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # What a gap does to the strokes of a view: those in the band are gone, those that run across it end at its sides.
      class Parting
        FAR = 1e6

        # shown: ShownModel.
        def initialize(gap, shown)
          @gap = gap
          @shown = shown
        end

        # [Stroke] before and behind the band.
        def keep(strokes) = before.keep(strokes) + behind.keep(strokes)

        # From where to where the part reaches across the band's side at a place, mm of the model; nil when nothing is
        # there.
        def extent(at)
          k = @gap.x? ? 1 : 0
          found = @shown.linework.strokes.select(&:visible).flat_map { |s| crossings(s, at) }
          found.empty? ? nil : found.map { |p| p[k] }.minmax
        end

        private

        def before
          @gap.x? ?
            Projection::Window.rectangle(-FAR, -FAR, @gap.from, FAR) :
            Projection::Window.rectangle(-FAR, -FAR, FAR, @gap.from)
        end

        def behind
          @gap.x? ?
            Projection::Window.rectangle(@gap.to, -FAR, FAR, FAR) :
            Projection::Window.rectangle(-FAR, @gap.to, FAR, FAR)
        end

        def crossings(stroke, at)
          k = @gap.x? ? 0 : 1
          points =
            stroke.arc? ?
              (0..32).map { |i| stroke.at(stroke.from + ((stroke.to - stroke.from) * i / 32.0)) } :
              stroke.points
          points.each_cons(2).filter_map do |p, q|
            next if (p[k] > at) == (q[k] > at)

            t = (at - p[k]) / (q[k] - p[k])
            [p[0] + ((q[0] - p[0]) * t), p[1] + ((q[1] - p[1]) * t)]
          end
        end
      end
    end
  end
end
