# frozen_string_literal: true

module Nockplane
  module Drawings
    # The narrow lines that bound what a view shows only in part (VW-06, SEC-05, VW-08): of a cropped view and of parts
    # broken out a freehand line; round a detail its circle; across an interrupted view two break lines.
    class Border
      # mm of paper: how far a freehand line strays, and its waves.
      STRAY = 0.7
      WAVE = 7.0

      # A window of the image in mm of paper.
      def self.on_paper(window, place)
        return Projection::Window.circle(place.paper(*window.centre), window.radius * place.scale) if window.circle?

        Projection::Window.polygon(window.points.map { |p| place.paper(*p) })
      end

      # view: settled; shown: ShownModel; place: ViewPlace.
      def initialize(standard, view, shown, place)
        @standard = standard
        @view = view
        @shown = shown
        @place = place
      end

      # [Ink]
      def ink = bounds + broken + gaps

      private

      def more = { width: @standard.narrow, layer: 'smooth' }

      # Only where material is cut off by the border: along the part's own outline no line is drawn.
      def bounds
        @shown.windows.flat_map { |w| inside_part(Border.on_paper(w, @place)) }
      end

      def broken
        (@view.broken || []).flat_map do |b|
          window = Border.on_paper(b.region.window { |p| @shown.turned_point(p) }, @place)
          inside_part(window)
        end
      end

      # The stretches of a window's border that run over the part.
      def inside_part(window)
        shape = silhouette
        return [freehand(window.outline + [window.outline[0]])] if shape.nil?

        outline = window.outline
        pieces = stretches([*outline, outline[0]]) { |x, y| shape.any? { |facet| around?(facet, x, y) } }
        pieces.map do |points|
          window.circle? || points.size > 30 ? Drafting::Ink::Line.new(points: points, **more) : freehand(points)
        end
      end

      # Images of facets on paper: is a point over the part? nil for parts of so many facets that it would take long.
      def silhouette
        return @silhouette if defined?(@silhouette)

        facets = @shown.solid.facets
        @silhouette = facets.size > 8000 ? nil : facets.map { |f| image(f) }
      end

      # [least x, greatest x, least y, greatest y, loops] of a facet on paper.
      def image(facet)
        loops = facet.loops.map { |l| l.map { |i| @place.point(@shown.solid.point(i)) } }
        xs, ys = loops[0].transpose
        [*xs.minmax, *ys.minmax, loops]
      end

      def around?((x0, x1, y0, y1, loops), x, y)
        return false if x < x0 || x > x1 || y < y0 || y > y1

        loops.sum do |l|
          l.each_index.count do |i|
            (p, q = l[i - 1], l[i]) && (p[1] > y) != (q[1] > y) &&
              x < p[0] + ((q[0] - p[0]) * (y - p[1]) / (q[1] - p[1]))
          end
        end.odd?
      end

      # Pieces of a polyline, looked at every half mm, for which a block is true.
      def stretches(points)
        dense = points.each_cons(2).flat_map do |a, b|
          n = [(Math.hypot(b[0] - a[0], b[1] - a[1]) / 0.5).ceil, 1].max
          (0...n).map { |i| [a[0] + ((b[0] - a[0]) * i / n), a[1] + ((b[1] - a[1]) * i / n)] }
        end << points[-1]
        runs = dense.chunk { |x, y| yield(x, y) }.filter_map { |inside, list| list if inside && list.size > 2 }
        if runs.size > 1 && runs[0][0] == dense[0] && runs[-1][-1] == dense[-1]
          runs = [runs[-1] + runs[0].drop(1), *runs[1...-1]]
        end

        runs.map { |list| thinned(list) }
      end

      # Corners and ends of a dense polyline.
      def thinned(list)
        kept = [list[0]]
        list.each_cons(3) do |a, b, c|
          turn = ((b[0] - a[0]) * (c[1] - b[1])) - ((b[1] - a[1]) * (c[0] - b[0]))
          kept << b if turn.abs > 1e-6
        end
        kept << list[-1]
      end

      # A line drawn by hand: a curve that strays a little to either side.
      def freehand(points)
        walked = 0.0
        dense = points.each_cons(2).flat_map do |a, b|
          length = Math.hypot(b[0] - a[0], b[1] - a[1])
          n = [(length / (WAVE / 2)).round, 1].max
          e = Convex.unit(a, b)
          (0...n).map do |i|
            stray = i.zero? ? 0.0 : STRAY * Math.sin(((walked + (length * i / n)) * 2.7) + 0.8)
            [a[0] + ((b[0] - a[0]) * i / n) - (e[1] * stray), a[1] + ((b[1] - a[1]) * i / n) + (e[0] * stray)]
          end.tap { walked += length }
        end << points[-1]
        Drafting::Ink::Curve.new(points: smooth(dense), **more)
      end

      # Control points of a curve through points (Catmull and Rom).
      def smooth(points)
        found = [points[0]]
        points.each_cons(2).with_index do |(p, q), i|
          before = i.zero? ? p : points[i - 1]
          after = points[i + 2] || q
          found << [p[0] + ((q[0] - before[0]) / 6), p[1] + ((q[1] - before[1]) / 6)]
          found << [q[0] - ((after[0] - p[0]) / 6), q[1] - ((after[1] - p[1]) / 6)] << q
        end
        found
      end

      # Two break lines a gap, across what the part fills there.
      def gaps
        (@view.gaps || []).flat_map do |gap|
          x0, y0, x1, y1 = @shown.linework.box
          parting = Views::Parting.new(gap, @shown)
          [gap.from, gap.to].filter_map do |at|
            low, high = parting.extent(at) || (gap.x? ? [y0, y1] : [x0, x1])
            ends = gap.x? ? [[at, low], [at, high]] : [[low, at], [high, at]]
            freehand(ends.map { |p| @place.paper(*p) })
          end
        end
      end
    end
  end
end
