# frozen_string_literal: true

module Nockplane
  module Solids
    # Cutting a solid open for a section: the part before a plane, before stepped planes, or inside a closed profile
    # down to a depth is taken away. What remains is a solid for the view; its new faces are called section/... . A face
    # of the part that lies in the cutting plane is not cut: it stays its own.
    class Cut
      # Name of every face a cut makes begins so.
      PREFIX = 'section'
      # mm the tool reaches beyond the part.
      BEYOND = 1.0

      # The solid without what was cut away, the names of the new faces that are looked at, and of the others (risers of
      # steps, walls).
      attr_reader :remaining, :shown, :silent

      # All before the plane (on the side its normal points to) goes. origin: a point of it; normal: its direction;
      # name: what the names of the new faces begin with.
      def self.plane(solid, origin, normal, name: PREFIX)
        n = Geometry::Vec.unit(normal.map(&:to_f))
        stepped(solid, [origin, Geometry::Vec.add(origin, Geometry::Vec.any_normal(n))], n, name: name)
      end

      # Stepped planes: points [x, y, z] (mm) of the cutting line, looked at against the normal; the first and the last
      # stretch run on to the end of the part. Stretches along the normal are the risers between the planes.
      # Faces: section/side.cut1, section/side.cut2 ... by the stretches of the line.
      def self.stepped(solid, points, normal, name: PREFIX)
        n = Geometry::Vec.unit(normal.map(&:to_f))
        run = Geometry::Vec.sub(points[-1], points[0])
        x = Geometry::Vec.unit(Geometry::Vec.along(run, n, -Geometry::Vec.dot(run, n)))
        frame = Geometry::Frame.new(points[0], Geometry::Vec.cross(x, n), x)
        line = points.map { |p| frame.local(p).first(2) }
        low, high = reach(solid, frame)
        start, finish = [low[0], line[0][0]].min - BEYOND, [high[0], line[-1][0]].max + BEYOND
        far = [high[1], *line.map(&:last)].max + BEYOND
        outline = [[start, line[0][1]], *line[1...-1], [finish, line[-1][1]], [finish, far], [start, far]]
        risers = (1...points.size).select { |i| (line[i][0] - line[i - 1][0]).abs < 1e-6 }
        planes = (1...points.size).to_a - risers
        new(solid, frame, outline, low[2] - BEYOND, high[2] + BEYOND, planes.map { |i| "#{name}/side.cut#{i}" }, name)
      end

      # Inside a closed profile [[u, v], ...] in the plane of a frame, all before it (on the z side) and down to depth
      # mm. Faces: section/end.start is the floor.
      def self.profile(solid, frame, points, depth, name: PREFIX)
        _, high = reach(solid, frame)
        new(solid, frame, points, -depth, [high[2], 0.0].max + BEYOND, ["#{name}/end.start"], name)
      end

      # Slice::Loop of the faces of these names, with the name of the face that each edge borders on.
      def self.loops(solid, names)
        beside = solid.facets.each_with_object({}) { |f, map| f.each_edge { |a, b| map[(a << 32) | b] = f.face.name } }
        solid.facets.select { |f| names.include?(f.face.name) }.flat_map do |f|
          f.loops.each_with_index.map { |ids, i| loop_of(solid, f, ids, i.positive?, beside) }
        end
      end

      def self.loop_of(solid, facet, ids, hole, beside)
        points = ids.map { |i| solid.point(i) }
        names = ids.each_index.map { |i| beside[(ids[(i + 1) % ids.size] << 32) | ids[i]] }
        Slice::Loop.new(points, names, hole, Slice.area(points, facet.normal), Slice.perimeter(points))
      end
      private_class_method :loop_of

      # Least and greatest [u, v, w] of a solid's box in a frame.
      def self.reach(solid, frame)
        Array
          .new(8) { |i| frame.local(Array.new(3) { |k| solid.box[k + (i[k] * 3)] }) }
          .transpose
          .map(&:minmax)
          .transpose
      end

      # outline: [[u, v], ...] of the tool, from and to along the frame's z.
      def initialize(solid, frame, outline, from, to, shown, name)
        pieces =
          outline.each_index.map do |i|
            Piece.new("cut#{i + 1}", outline[i].map(&:to_f), outline[(i + 1) % outline.size].map(&:to_f))
          end
        shape = Outline.new(pieces)
        if shape.crossing
          raise Nockplane::Error, "the cutting line crosses itself between '#{shape.crossing.join("' and '")}'"
        end

        @remaining = without(solid, name, frame, shape, from, to)
        @shown = shown
        @silent = pieces.map { |p| "#{name}/side.#{p.name}" } + ["#{name}/end.start", "#{name}/end.end"] - shown
      end

      # Loops of the faces looked at.
      def loops = Cut.loops(@remaining, @shown)

      private

      # mm that the tool is moved when the faces don't meet where it stands (a file's faces may lie micrometres off each
      # other there): far below a line's width.
      ASIDE = [0.0, 2e-4, -2e-4, 1e-3, -1e-3, 5e-3, -5e-3].freeze
      # Directions of that in the frame of the tool, at no common angle.
      WAY = [0.62, 1.0, 0.81].freeze

      def without(solid, name, frame, shape, from, to)
        failed = nil
        ASIDE.each do |mm|
          moved = mm.zero? ? frame : frame.moved(*WAY.map { |part| part * mm })
          return Boolean.difference(solid, Prism.new(name, moved, [shape], from, to).solid, apart: PREFIX)
        rescue Boolean::OpenResult => e
          failed ||= e
        end
        raise failed
      end
    end
  end
end
