# frozen_string_literal: true

module Nockplane
  module Projection
    # A shaded picture of a solid: of every front-facing facet the part that nothing nearer covers, as a clean polygon with
    # holes. Regions don't overlap, so their order does not matter. Nearer convex pieces are found in an image grid, compared
    # in depth where they overlap (pieces of any two facets, so interlocking ones are right too), and their union is taken
    # away from the facet by Geometry::Overlay, the same plane overlay that booleans use.
    class Shading
      # loops [[[x, y], ...], ...] in mm of the model, outer ones counter-clockwise, holes clockwise; light: 0 (dark) to 1.
      Region = Struct.new(:loops, :light)

      FRONT = -1e-6
      LEAST_AREA = 1e-7
      # Cells of the grid along a side, at most.
      CELLS = 200

      # Light from above left behind the viewer, in the view's own axes (right, up, towards the viewer).
      LIGHT = Geometry::Vec.unit([-0.35, 0.65, 0.7])

      def self.of(solid, frame, edge_set: EdgeSet.new(solid)) = new(solid, edge_set, frame).regions

      def initialize(solid, edge_set, frame)
        @solid = solid
        @set = edge_set
        @frame = frame
      end

      # [Region]
      def regions
        project
        collect
        fill_cells
        found = @own.keys.flat_map { |facet| visible(facet) }
        Ractor.make_shareable(found)
      end

      private

      def project
        points = Array.new(@solid.xs.size) { |i| @frame.image(@solid.point(i)) }
        @px, @py = points.transpose
      end

      # Pieces of front-facing facets with the depth a x + b y + c of their plane; @own: facet index => piece indices.
      def collect
        @polys = []
        @planes = []
        @own = {}
        @solid.facets.each_with_index do |f, i|
          nd = Geometry::Vec.dot(f.normal, @frame.d)
          next unless nd < FRONT

          plane = [-Geometry::Vec.dot(f.normal, @frame.r) / nd, -Geometry::Vec.dot(f.normal, @frame.u) / nd, f.d / nd]
          @own[i] = @set.pieces[i].map do |ids|
            @polys << ids
            @planes << plane
            @polys.size - 1
          end
        end
        @boxes = @polys.map { |ids| loop_box(ids) }
        @facet_boxes = @own.keys.to_h { |i| [i, loop_box(@solid.facets[i].loops[0])] }
      end

      def fill_cells
        @x0, x1 = @px.minmax
        @y0, y1 = @py.minmax
        n = Math.sqrt(@own.size).ceil.clamp(1, CELLS)
        @w = [(x1 - @x0) / n, 1e-9].max
        @h = [(y1 - @y0) / n, 1e-9].max
        @cells = Hash.new { |h, k| h[k] = [] }
        @facet_boxes.each { |i, b| each_cell(b) { |k| @cells[k] << i } }
      end

      def each_cell(box)
        ((box[0] - @x0) / @w).floor.upto(((box[1] - @x0) / @w).floor) { |c| ((box[2] - @y0) / @h).floor.upto(((box[3] - @y0) / @h).floor) { |r| yield((c * 1000) + r) } }
      end

      # The parts of a facet that are seen.
      def visible(facet)
        f = @solid.facets[facet]
        covers = covers_of(facet) or return []
        light = light(f)
        return [Region.new(f.loops.map { |l| l.map { |i| [@px[i], @py[i]] } }, light)] if covers.empty?

        # What lies deep inside is covered by a few large faces: they are tried first.
        return [] if covers.size > 2 * LARGE && without(f, covers.first(LARGE)).empty?

        without(f, covers).map { |loops| Region.new(loops, light) }
      end

      LARGE = 6

      # Loops (vertex ids), large ones first, of what is nearer than some of a facet's pieces where they overlap; nil when
      # one facet covers it all. Whole facets are compared first, their pieces only where that does not settle it.
      def covers_of(facet)
        box = @facet_boxes[facet]
        open = near_facets(facet, box).select { |b| maybe_before?(b, facet, box) }
        return nil if open.any? { |b| covered?(facet, b, box) }

        found = open.map { |b| loops_of(b, nearer_pieces(b, facet), box) }
        found.sort_by { |loops| -extent(loops) }.flatten(1)
      end

      # Facets whose boxes meet a facet's; not convex ones at an edge of a convex one: they lie on the two sides of the edge.
      def near_facets(facet, box)
        seen = {}
        each_cell(box) { |k| @cells[k].each { |b| seen[b] = true } }
        seen.delete(facet)
        beside[facet].each { |b| seen.delete(b) if @own[b] && @own[b].size == 1 } if @own[facet].size == 1
        seen.keys.select { |b| meet?(box, @facet_boxes[b]) }
      end

      # Can facet b be before facet f anywhere in the common part of their boxes?
      def maybe_before?(b, f, box)
        before?(@planes[@own[f][0]], @planes[@own[b][0]], box, @facet_boxes[b])
      end

      # { piece of b => is it nearer } for those that overlap some of the pieces.
      def nearer_pieces(b, facet)
        pieces = pieces_under(facet, @facet_boxes[b])
        pieces_under(b, @facet_boxes[facet]).each_with_object({}) do |j, found|
          pieces.each do |i|
            next unless meet?(@boxes[i], @boxes[j])

            before = nearer?(j, i)
            found[j] = before || found[j] == true unless before.nil?
          end
        end
      end

      # Facets across the edges of each facet.
      def beside
        @beside ||= @set.edges.each_with_object(Hash.new { |h, k| h[k] = [] }) do |e, map|
          map[e.f] << e.g
          map[e.g] << e.f
        end
      end

      FEW = 8

      # Pieces of a facet whose boxes meet a box; those of facets in many pieces are kept by cells.
      def pieces_under(facet, box)
        own = @own[facet]
        return own if own.size <= FEW

        cells = (@piece_cells ||= {})[facet] ||= own.each_with_object(Hash.new { |h, k| h[k] = [] }) { |i, map| each_cell(@boxes[i]) { |k| map[k] << i } }
        found = {}
        each_cell(common(box, @facet_boxes[facet])) { |k| cells[k].each { |i| found[i] = true } if cells.key?(k) }
        found.keys
      end

      def common(a, b) = [[a[0], b[0]].max, [a[1], b[1]].min, [a[2], b[2]].max, [a[3], b[3]].min]

      # mm2 of the boxes of loops: a guess at how much they cover.
      def extent(loops) = loops.sum { |l| loop_box(l).then { |b| (b[1] - b[0]) * (b[3] - b[2]) } }

      # What a nearer facet takes away: itself when it is nearer wherever they overlap, else those of its pieces that are.
      def loops_of(home, found, box)
        return found.select { |_, before| before }.keys.map { |j| @polys[j] } if found.empty? || !found.each_value.all?

        outer, *holes = @solid.facets[home].loops
        [outer, *holes.select { |l| meet?(loop_box(l), box) }]
      end

      # Does facet b lie before facet f and round all of it? No edge of b may pass through f's box.
      def covered?(f, b, box)
        a, bb, c = @planes[@own[f][0]].zip(@planes[@own[b][0]]).map { |p, q| p - q }
        ids = @solid.facets[f].loops[0]
        return false unless ids.all? { |i| (a * @px[i]) + (bb * @py[i]) + c > Geometry::Tolerance::DEPTH }

        loops = @solid.facets[b].loops.select { |l| meet?(loop_box(l), box) }
        loops.none? { |l| l.each_index.any? { |i| touches?(l[i - 1], l[i], box) } } && around?(loops, (box[0] + box[1]) * 0.5, (box[2] + box[3]) * 0.5)
      end

      # May the segment come into the box? (Its own box meets it, and the box's corners are not all on one side.)
      def touches?(i, j, box)
        ax, ay, bx, by = @px[i], @py[i], @px[j], @py[j]
        return false if (ax < box[0] && bx < box[0]) || (ax > box[1] && bx > box[1]) || (ay < box[2] && by < box[2]) || (ay > box[3] && by > box[3])

        sides = [[box[0], box[2]], [box[1], box[2]], [box[1], box[3]], [box[0], box[3]]].map { |x, y| (((bx - ax) * (y - ay)) - ((by - ay) * (x - ax))).positive? }
        sides.uniq.size > 1
      end

      def around?(loops, x, y)
        loops.sum { |l| l.each_index.count { |i| (p, q = l[i - 1], l[i]) && (@py[p] > y) != (@py[q] > y) && x < @px[p] + ((@px[q] - @px[p]) * (y - @py[p]) / (@py[q] - @py[p])) } }.odd?
      end

      def loop_box(ids) = (@loop_boxes ||= {}.compare_by_identity)[ids] ||= [*@px.values_at(*ids).minmax, *@py.values_at(*ids).minmax]

      def meet?(a, b) = a[0] < b[1] - 1e-6 && a[1] > b[0] + 1e-6 && a[2] < b[3] - 1e-6 && a[3] > b[2] + 1e-6

      # Does a plane come before another (depths a x + b y + c) at a corner of the common part of two boxes?
      def before?(plane, other, one, two)
        a = plane[0] - other[0]
        b = plane[1] - other[1]
        x = a.positive? ? [one[1], two[1]].min : [one[0], two[0]].max
        y = b.positive? ? [one[3], two[3]].min : [one[2], two[2]].max
        (a * x) + (b * y) + plane[2] - other[2] > Geometry::Tolerance::DEPTH
      end

      # Is piece j before piece i in the middle of what they have in common? nil when they have nothing in common, or it is
      # nowhere before it.
      def nearer?(j, i)
        return nil unless before?(@planes[i], @planes[j], @boxes[i], @boxes[j])

        a, b, c = @planes[i].zip(@planes[j]).map { |p, q| p - q }
        common = clip(points(i), points(j))
        return nil if common.size < 3 || area(common) < LEAST_AREA

        x = common.sum(&:first) / common.size
        y = common.sum(&:last) / common.size
        (a * x) + (b * y) + c > Geometry::Tolerance::DEPTH
      end

      def points(piece) = @polys[piece].map { |i| [@px[i], @py[i]] }

      # [[loop, hole, ...], ...] of a facet without the union of pieces.
      def without(facet, covers)
        pool = Solids::VertexPool.new
        overlay = Geometry::Overlay.new(pool, 0.0, 0.0, 1.0)
        facet.loops.each { |ids| add(overlay, pool, ids.map { |i| [@px[i], @py[i]] }, 0) }
        x0, x1, y0, y1 = loop_box(facet.loops[0])
        covers.each { |ids| add(overlay, pool, framed(ids.map { |i| [@px[i], @py[i]] }, x0 - AROUND, x1 + AROUND, y0 - AROUND, y1 + AROUND), 1) }
        overlay.polygons { |own, covered, _| own && !covered }.filter_map do |loops|
          outer, *holes = loops.map { |ids| ids.map { |i| [pool.xs[i], pool.ys[i]] } }
          [outer, *holes.select { |h| area(h).abs > LEAST_AREA }] if area(outer) > LEAST_AREA
        end
      end

      # mm around a facet's box that covers are cut to, so that far edges of large ones cost nothing.
      AROUND = 0.5

      # A closed loop cut to a box; where it is not convex its edges along the box may run twice, outside the facet.
      def framed(points, x0, x1, y0, y1)
        [[0, x0, 1], [0, x1, -1], [1, y0, 1], [1, y1, -1]].each do |axis, limit, sense|
          out = []
          p = points[-1]
          ps = ((p || break)[axis] - limit) * sense
          points.each do |q|
            qs = (q[axis] - limit) * sense
            if (ps >= 0) != (qs >= 0)
              t = ps / (ps - qs)
              out << [p[0] + ((q[0] - p[0]) * t), p[1] + ((q[1] - p[1]) * t)]
            end
            out << q if qs >= 0
            p = q
            ps = qs
          end
          points = out
        end
        points
      end

      def add(overlay, pool, points, set)
        welded = points.map { |x, y| pool.weld(x, y, 0.0) }
        welded.each_index { |i| overlay.add(welded[i - 1], welded[i], set) }
      end

      # Lambert's law with a base light.
      def light(facet)
        n = facet.normal
        n = [Geometry::Vec.dot(n, @frame.r), Geometry::Vec.dot(n, @frame.u), -Geometry::Vec.dot(n, @frame.d)]
        (0.45 + (0.55 * [Geometry::Vec.dot(n, LIGHT), 0].max)).round(3)
      end

      # Intersection of two convex polygons (Sutherland and Hodgman).
      def clip(subject, by)
        bx, by_y = by[-1]
        by.each do |cx, cy|
          ex = cx - bx
          ey = cy - by_y
          out = []
          px, py = subject[-1]
          ps = (ex * (py - by_y)) - (ey * (px - bx))
          subject.each do |qx, qy|
            qs = (ex * (qy - by_y)) - (ey * (qx - bx))
            if (ps >= 0) != (qs >= 0)
              t = ps / (ps - qs)
              out << [px + ((qx - px) * t), py + ((qy - py) * t)]
            end
            out << [qx, qy] if qs >= 0
            px = qx
            py = qy
            ps = qs
          end
          return out if out.size < 3

          subject = out
          bx = cx
          by_y = cy
        end
        subject
      end

      def area(points)
        sum = 0.0
        qx, qy = points[-1]
        points.each do |x, y|
          sum += (qx * y) - (x * qy)
          qx = x
          qy = y
        end
        sum / 2
      end
    end
  end
end
