# frozen_string_literal: true

module Nockplane
  module Projection
    class Repeats
      # What a large placed part (a base plate, a rail, a housing) shows of itself about a small one in the image: the
      # edges of its facets that pass there, cut to that place, and the facets that cover it. A small part sees no more
      # of the large one than that, so that two small parts with the same about them have the same lines.
      # Lengths in mm, in the view's axes (across, up, into the paper), from the origin of the large part.
      class Backdrop
        # Cells along the longer side; cells that an edge may lie across before it is asked for everywhere.
        CELLS = 64
        LONG = 8

        # solid: with the facets (a range) of the part; images: { vertex => [x, y, depth] }, from its origin; islands:
        # { facet => true } of those whose lines are told apart from the part's own.
        def initialize(solid, frame, facets, images, islands)
          @facets = facets.map { |i| solid.facets[i] }
          @first = facets.begin
          @images = images
          @islands = islands
          @axes = [frame.r, frame.u, frame.d]
          collect
          lay_cells
          describe
        end

        # Has the part nothing in a box of the image ([x0, x1, y0, y1]) that lines of its own could be of? A plane that
        # covers it has none.
        def plain?(box)
          passing = passing(box)
          passing.none? { |e,| @own[e] } && covering(box, passing).all? { |f| @islands[f + @first] || flat?(f) }
        end

        # What lies in a box of the image, as two numbers that are equal where it looks equal from a depth.
        def seen_from(box, depth)
          key, level = (@known ||= {})[box] ||= about(box)
          [key, grain(level - depth)]
        end

        private

        def flat?(facet) = @facets[facet].face.surface.plane?
        def grain(length) = Repeats.grain(length)

        # Every edge once: its ends and its two facets.
        def collect
          at = {}
          @ends = []
          @sides = []
          @facets.each_with_index do |facet, f|
            facet.each_edge do |a, b|
              key = a < b ? (a << 32) | b : (b << 32) | a
              e = at[key] ||= @ends.size.tap { @ends << [@images[a], @images[b]] && @sides << [] }
              @sides[e] << f
            end
          end
          @own = @sides.map { |list| list.none? { |f| @islands[f + @first] } }
        end

        def lay_cells
          xs, ys = @images.values.transpose.first(2)
          @x0, x1 = xs.minmax
          @y0, y1 = ys.minmax
          @size = [x1 - @x0, y1 - @y0, 1e-6].max / CELLS
          @cells = Array.new((CELLS + 1) * (CELLS + 1)) { [] }
          @long = []
          @ends.each_with_index { |(one, other), e| lay(e, one, other) }
          @asked = Array.new(@ends.size)
        end

        def lay(edge, one, other)
          columns, rows = cells([*[one[0], other[0]].minmax, *[one[1], other[1]].minmax])
          return @long << edge if columns.size > LONG || rows.size > LONG

          rows.each { |r| columns.each { |c| @cells[(r * (CELLS + 1)) + c] << edge } }
        end

        # Columns and rows of a box.
        def cells((x0, x1, y0, y1))
          column, last, row, top =
            [x0 - @x0, x1 - @x0, y0 - @y0, y1 - @y0].map { |c| (c / @size).floor.clamp(0, CELLS) }
          [column..last, row..top]
        end

        # By facet: a number for its kind of surface and its direction; its normal, and the distance of its plane.
        def describe
          numbers = {}
          @planes =
            @facets.map do |f|
              normal = @axes.map { |axis| Geometry::Vec.dot(f.normal, axis) }
              key = [f.face.surface.kind, *normal.map { |c| grain(c) }]
              [numbers[key] ||= numbers.size, normal, Geometry::Vec.dot(normal, @images[f.loops[0][0]])]
            end
        end

        # [what there is from the box' corner and a depth, as a number; that depth]
        def about(box)
          passing = passing(box)
          covers = covering(box, passing)
          corner = [box[0], box[2], level(box, passing, covers)]
          lines = passing.map { |e, *ends| [*ends.map { |p| place(p, corner) }.sort.flatten, *sides(e, corner)] }
          key = [lines.sort, covers.map { |f| plane(f, corner) }.sort]
          [(@keys ||= {})[key] ||= @keys.size, corner[2]]
        end

        # A depth that goes with what there is: of its nearest edge, or of what covers the middle.
        def level(box, passing, covers)
          return passing.map { |_, one, other| [one[2], other[2]].min }.min unless passing.empty?

          x, y = (box[0] + box[1]) / 2, (box[2] + box[3]) / 2
          covers
            .filter_map do |f|
              _, (a, b, c), d = @planes[f]
              (d - (a * x) - (b * y)) / c if c.abs > 1e-9
            end
            .min || 0.0
        end

        def place(point, corner) = [0, 1, 2].map { |k| grain(point[k] - corner[k]) }

        def plane(facet, corner)
          number, normal, distance = @planes[facet]
          [number, grain(distance - Geometry::Vec.dot(normal, corner))]
        end

        def sides(edge, corner) = @sides[edge].map { |f| plane(f, corner) }.sort.flatten

        # [[edge, end, end], ...] of those that pass through a box, cut to it.
        def passing(box)
          columns, rows = cells(box)
          found = @long.filter_map { |e| cut(e, box) }
          mark = Object.new
          rows.each do |r|
            columns.each do |c|
              @cells[(r * (CELLS + 1)) + c].each do |e|
                next if @asked[e].equal?(mark)

                @asked[e] = mark
                (line = cut(e, box)) && found << line
              end
            end
          end
          found
        end

        # Facets that cover a box through which none of their edges pass: even and odd crossings of a ray to the left
        # of its middle.
        def covering(box, passing)
          x, y = (box[0] + box[1]) / 2, (box[2] + box[3]) / 2
          columns, rows = cells([@x0, x, y, y])
          around = @long + columns.flat_map { |c| @cells[(rows.begin * (CELLS + 1)) + c] }
          crossed = around.uniq.select { |e| left?(e, x, y) }
          odd = crossed.flat_map { |e| @sides[e] }.tally.select { |_, count| count.odd? }.keys
          odd - passing.flat_map { |e,| @sides[e] }
        end

        def left?(edge, x, y)
          one, other = @ends[edge]
          (one[1] > y) != (other[1] > y) && one[0] + ((other[0] - one[0]) * (y - one[1]) / (other[1] - one[1])) < x
        end

        # An edge and the ends of its part in a box, nil where it has none there (Liang and Barsky).
        def cut(edge, (x0, x1, y0, y1))
          one, other = @ends[edge]
          from, to = 0.0, 1.0
          way = [other[0] - one[0], other[1] - one[1], other[2] - one[2]]
          [[way[0], x0 - one[0], x1 - one[0]], [way[1], y0 - one[1], y1 - one[1]]].each do |along, least, most|
            next (return nil if least.positive? || most.negative?) if along.zero?

            ts = [least / along, most / along].minmax
            from = ts[0] if ts[0] > from
            to = ts[1] if ts[1] < to
            return nil if from > to
          end
          [edge, *[from, to].map { |t| [0, 1, 2].map { |k| one[k] + (way[k] * t) } }]
        end
      end
    end
  end
end
