# frozen_string_literal: true

module Nockplane
  module Projection
    # A shaded picture of a solid: of every front-facing facet the part that nothing nearer covers, as clean polygons
    # with holes. Regions don't overlap, so their order does not matter. What a facet B covers of a facet A is B's image
    # cut to the half-plane where B's plane is nearer (so facets that pass through each other, as overlapping parts do,
    # are right too); the union of all covers is taken away from A by Geometry::Overlay, the plane overlay that booleans
    # use.
    class Shading
      # loops [[[x, y], ...], ...] in mm of the model, outer ones counter-clockwise, holes clockwise; light: 0 (dark) to
      # 1.
      Region =
        Struct.new(:loops, :light) do
          # The region moved in the image by mm.
          def moved(dx, dy) = self.class.new(loops.map { |l| l.map { |x, y| [x + dx, y + dy] } }, light)
        end

      FRONT = -1e-6
      LEAST_AREA = 1e-7
      # Cells of the grid along a side, at most.
      CELLS = 200
      # mm around a facet's box that covers are cut to, so that far edges of large ones cost nothing.
      AROUND = 0.5
      # Covers that are taken away first where there are many, and by how many times more each time after: what lies
      # deep inside is covered by a few large faces, and what those leave of others is reached by few of the rest.
      LARGE = 6
      MANY = 20
      MORE = 4

      # A facet that may cover a part of another: by how much it is nearer, a x + b y + c; whether it is so only in
      # part; the box of what it may cover.
      Cover = Struct.new(:facet, :nearer, :part, :box) do
        def size = (box[1] - box[0]) * (box[3] - box[2])
      end

      include Polygons

      # Light from above left behind the viewer, in the view's own axes (right, up, towards the viewer).
      LIGHT = Geometry::Vec.unit([-0.35, 0.65, 0.7])

      def self.of(solid, frame, edge_set: EdgeSet.new(solid)) = new(solid, edge_set, frame).regions

      # [Region] of the faces for which the block is true: what is seen of them, the same way.
      def self.of_faces(solid, frame, edge_set: EdgeSet.new(solid), &wanted)
        new(solid, edge_set, frame).regions(&wanted)
      end

      def initialize(solid, edge_set, frame)
        @solid = solid
        @set = edge_set
        @frame = frame
      end

      # [Region], of all faces or of those for which a block is true.
      def regions
        project
        fill_cells
        copies = Repeats.new(@solid, @set, @frame).copies unless block_given?
        return Ractor.make_shareable(copied(copies)) if copies

        facets = @planes.keys
        facets = facets.select { |i| yield(@solid.facets[i].face) } if block_given?
        Ractor.make_shareable(facets.flat_map { |facet| visible(facet) })
      end

      private

      # [Region] of parts placed many times, each told once for its surroundings. copies: as of Repeats.
      def copied(copies)
        told = Hash.new do |h, i|
          h[i] = @set.occurrences[i].facets.flat_map { |facet| @planes.key?(facet) ? visible(facet) : [] }
        end
        copies.each_with_index.flat_map do |(first, dx, dy), i|
          first == i ? told[i] : told[first].map { |r| r.moved(dx, dy) }
        end
      end

      # Images of vertices; the depth a x + b y + c of the plane of every front-facing facet.
      def project
        @image = @frame.project(@solid).first(2).transpose
        @planes = {}
        @solid.facets.each_with_index do |f, i|
          nd = Geometry::Vec.dot(f.normal, @frame.d)
          if nd < FRONT
            @planes[i] = [
              -Geometry::Vec.dot(f.normal, @frame.r) / nd,
              -Geometry::Vec.dot(f.normal, @frame.u) / nd,
              f.d / nd
            ]
          end
        end
        @loops = @planes.keys.to_h { |i| [i, @solid.facets[i].loops.map { |l| l.map { |v| @image[v] } }] }
        @boxes = @loops.transform_values { |loops| loops.map { |l| box_of(l) } }
        @beside = @set.edges.each_with_object(Hash.new { |h, k| h[k] = [] }) do |e, map|
          map[e.f] << e.g
          map[e.g] << e.f
        end
      end

      def fill_cells
        x0, x1 = @image.map(&:first).minmax
        y0, y1 = @image.map(&:last).minmax
        n = Math.sqrt(@planes.size).ceil.clamp(1, CELLS)
        @x0 = x0
        @y0 = y0
        @w = [(x1 - x0) / n, 1e-9].max
        @h = [(y1 - y0) / n, 1e-9].max
        @cells = Hash.new { |h, k| h[k] = [] }
        @boxes.each { |i, boxes| each_cell(boxes[0]) { |k| @cells[k] << i } }
      end

      def each_cell(box)
        ((box[0] - @x0) / @w)
          .floor
          .upto(((box[1] - @x0) / @w).floor) do |c|
            ((box[2] - @y0) / @h).floor.upto(((box[3] - @y0) / @h).floor) { |r| yield((c * 1000) + r) }
          end
      end

      # The parts of a facet that are seen.
      def visible(facet)
        covers = covers_of(facet) or return []

        left = [@loops[facet]]
        count = covers.size > MANY ? LARGE : MANY
        covers = covers.sort_by { |c| -c.size }
        until covers.empty? || left.empty?
          cut = {}.compare_by_identity
          some = covers.shift(count)
          left = left.flat_map { |loops| without(loops, some) { |c| cut[c] ||= cover(facet, c) } }
          count *= MORE
        end
        light = light(@solid.facets[facet])
        left.map { |loops| Region.new(loops, light) }
      end

      # [Cover] of the facets that may cover a facet; nil when one covers it all.
      def covers_of(facet)
        box = @boxes[facet][0]
        found = []
        near_facets(facet, box).each do |b|
          nearer = @planes[facet].zip(@planes[b]).map { |p, q| p - q }
          low, high = extremes(nearer, box, @boxes[b][0])
          next if high <= Geometry::Tolerance::DEPTH
          return nil if low > Geometry::Tolerance::DEPTH && around_all?(b, box)

          found << Cover.new(b, nearer, low <= Geometry::Tolerance::DEPTH, common(box, @boxes[b][0]))
        end
        found
      end

      # Facets whose boxes meet a facet's; not convex ones at an edge of a convex one: they lie on the two sides of the
      # edge.
      def near_facets(facet, box)
        seen = {}
        each_cell(box) { |k| @cells[k].each { |b| seen[b] = true } }
        seen.delete(facet)
        @beside[facet].each { |b| seen.delete(b) if convex?(b) } if convex?(facet)
        seen.keys.select { |b| meet?(box, @boxes[b][0]) }
      end

      def convex?(facet) = @set.pieces[facet].size == 1
      def meet?(a, b) = a[0] < b[1] - 1e-6 && a[1] > b[0] + 1e-6 && a[2] < b[3] - 1e-6 && a[3] > b[2] + 1e-6

      # Least and greatest of a x + b y + c at the corners of the common part of two boxes.
      def extremes(plane, one, two)
        a, b, c = plane
        xs = [one[0] > two[0] ? one[0] : two[0], one[1] < two[1] ? one[1] : two[1]]
        ys = [one[2] > two[2] ? one[2] : two[2], one[3] < two[3] ? one[3] : two[3]]
        ax = a.positive? ? [a * xs[0], a * xs[1]] : [a * xs[1], a * xs[0]]
        by = b.positive? ? [b * ys[0], b * ys[1]] : [b * ys[1], b * ys[0]]
        [ax[0] + by[0] + c, ax[1] + by[1] + c]
      end

      # Does a facet's image go round all of a box? None of its edges may come into the box.
      def around_all?(facet, box)
        outer = @boxes[facet][0]
        return false if outer[0] > box[0] || outer[1] < box[1] || outer[2] > box[2] || outer[3] < box[3]

        near = @loops[facet].each_index.select { |k| meet?(@boxes[facet][k], box) }
        return false if near.empty? || near.any? { |k| enters?(@loops[facet][k], box) }

        x = (box[0] + box[1]) * 0.5
        y = (box[2] + box[3]) * 0.5
        near.sum { |k| crossings(@loops[facet][k], x, y) }.odd?
      end

      # Loops of a cover cut to the surroundings of a facet and to where its plane is nearer; none when a convex pair
      # has nothing in common.
      def cover(facet, cover)
        b = cover.facet
        box = @boxes[facet][0].zip([-AROUND, AROUND, -AROUND, AROUND]).map(&:sum)
        loops = @loops[b].each_index.select { |k| k.zero? || meet?(@boxes[b][k], box) }.map { |k| @loops[b][k] }
        planes = sides(@boxes[b][0], box)
        x, y, z = cover.nearer
        planes.unshift([x, y, z - Geometry::Tolerance::DEPTH]) if cover.part
        planes.each { |plane| loops = loops.map { |l| halved(l, *plane) } }
        loops = loops.reject { |l| l.size < 3 }
        loops.size == 1 && convex?(facet) && convex?(b) && apart?(loops[0], @loops[facet][0]) ? [] : loops
      end

      # [[loop, hole, ...], ...] of what is left of loops without the union of those covers that come near them; the
      # block gives a cover's own loops.
      def without(loops, covers)
        box = box_of(loops[0])
        near = covers.select { |c| meet?(box, c.box) }.map { |c| yield c }.reject(&:empty?)
        return [loops] if near.empty?

        pool = Solids::VertexPool.new
        overlay = Geometry::Overlay.new(pool, 0.0, 0.0, 1.0)
        loops.each { |points| add(overlay, pool, points, 0) }
        near.each { |own| own.each { |points| add(overlay, pool, points, 1) } }
        overlay.polygons { |own, covered, _| own && !covered }.filter_map do |found|
          outer, *holes = found.map { |ids| ids.map { |i| [pool.xs[i], pool.ys[i]] } }
          [outer, *holes.select { |h| area(h).abs > LEAST_AREA }] if area(outer) > LEAST_AREA
        end
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
    end
  end
end
