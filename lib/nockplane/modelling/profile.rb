# frozen_string_literal: true

module Nockplane
  module Modelling
    # Turns the `profile` of a feature into outlines (outer first) in the sketch plane, and tells which sizes it has.
    # Kinds: circle, rectangle, polygon, slot, free, stepped (for revolve). Names of pieces become names of faces.
    class Profile
      # A size of a profile: field, kind, names of the pieces measured, and two points [u, v] it runs between.
      Size = Struct.new(:field, :kind, :pieces, :from, :to, :value, keyword_init: true)

      KINDS = %w[circle rectangle polygon slot free stepped].freeze

      attr_reader :outlines, :sizes

      # fields: Fields of the profile; at: [u, v] of its origin; turn: radians.
      def initialize(fields, at: [0.0, 0.0], turn: 0.0)
        @f = fields
        @sizes = []
        kind = @f.choice('kind', KINDS)
        @outlines = [Solids::Outline.new(place(send(kind), at, turn))]
        place_sizes(at, turn)
        add_inner(at, turn)
        check
      end

      # A profile made of given pieces (and pieces of one inner outline) for features that shape their own.
      def self.of(fields, pieces, sizes, inner: nil)
        allocate.tap { |p| p.send(:take, fields, [pieces, inner].compact, sizes) }
      end

      private

      def take(fields, outlines, sizes)
        @f = fields
        @sizes = sizes
        @outlines = outlines.map { |pieces| Solids::Outline.new(pieces) }
        check
      end

      def line(name, from, to) = Solids::Piece.new(name, from, to)

      def size(field, kind, pieces, from, to)
        @sizes << Size.new(field: @f.path_of(field), kind: kind, pieces: pieces, from: from, to: to,
                           value: Math.hypot(to[0] - from[0], to[1] - from[1]))
      end

      def circle
        @f.only('kind', 'diameter', 'inner')
        r = @f.size('diameter') / 2
        size('diameter', :diameter, ['rim'], [-r, 0.0], [r, 0.0])
        [Solids::Piece.new('rim', [r, 0.0], [r, 0.0], [0.0, 0.0], 2 * Math::PI)]
      end

      def rectangle
        @f.only('kind', 'width', 'height', 'centred', 'corner_radius', 'corner_chamfer', 'inner')
        w = @f.size('width')
        h = @f.size('height')
        u0, v0 = @f.flag('centred', default: true) ? [-w / 2, -h / 2] : [0.0, 0.0]
        p = [[u0, v0], [u0 + w, v0], [u0 + w, v0 + h], [u0, v0 + h]]
        size('width', :linear, %w[left right], p[0], p[1])
        size('height', :linear, %w[bottom top], p[1], p[2])
        names = %w[bottom right top left]
        all_corners(names.each_index.map { |i| line(names[i], p[i], p[(i + 1) % 4]) })
      end

      def polygon
        @f.only('kind', 'sides', 'across_flats', 'diameter', 'corner_radius', 'corner_chamfer', 'inner')
        n = @f.count('sides')
        @f.fault('sides', "#{n} sides; 3 to 60 make a polygon") unless n.between?(3, 60)
        flats = @f.optional_size('across_flats')
        r = flats ? flats / 2 / Math.cos(Math::PI / n) : @f.size('diameter') / 2
        p =
          Array.new(n) do |i|
            ((2 * Math::PI * i / n) - (Math::PI / n) - (Math::PI / 2)).then { |a| [r * Math.cos(a), r * Math.sin(a)] }
          end
        if flats && n.even?
          size('across_flats', :linear, ['flat1', "flat#{(n / 2) + 1}"], [0.0, -flats / 2], [0.0, flats / 2])
        end

        all_corners(Array.new(n) { |i| line("flat#{i + 1}", p[i], p[(i + 1) % n]) })
      end

      # length: between the centres of the ends; along u.
      def slot
        @f.only('kind', 'length', 'width', 'inner')
        l = @f.size('length') / 2
        r = @f.size('width') / 2
        size('width', :linear, %w[bottom top], [0.0, -r], [0.0, r])
        size('length', :centres, %w[end.left end.right], [-l, 0.0], [l, 0.0])
        [line('bottom', [-l, -r], [l, -r]), Solids::Piece.new('end.right', [l, -r], [l, r], [l, 0.0], Math::PI),
         line('top', [l, r], [-l, r]), Solids::Piece.new('end.left', [-l, r], [-l, -r], [-l, 0.0], Math::PI)]
      end

      def all_corners(pieces)
        kind = @f.key?('corner_chamfer') ? 'corner_chamfer' : 'corner_radius'
        return pieces unless @f.key?(kind)

        value = @f.size(kind)
        treated =
          Corners.apply(
            pieces,
            pieces.each_index.to_h { |i| [i, [kind == 'corner_radius' ? :round : :chamfer, value]] }
          ) { |why| @f.fault(kind, why) }
        first = treated.find { |p| p.name.include?('+') }
        @sizes << Size.new(
          field: @f.path_of(kind),
          kind: kind == 'corner_radius' ? :radius : :chamfer,
          pieces: [first.name],
          from: first.centre || first.from,
          to: first.at(0.5),
          value: value
        )
        treated
      end

      # start [u, v] and edges, each to a point, straight or about a centre; the last edge closes to the start.
      def free
        @f.only('kind', 'start', 'edges', 'inner')
        start = @f.point('start')
        edges = @f.parts('edges')
        @f.fault('edges', "#{edges.size} edges; a closed profile needs at least 2") if edges.size < 2
        treatments = {}
        from = start
        before = nil
        pieces = edges.each_with_index.map do |e, i|
          e.only('name', 'to', 'centre', 'turn', 'radius', 'tangent', 'through', 'round', 'chamfer')
          to = i == edges.size - 1 ? e.point('to', start) : e.point('to')
          treatments[i] = [:round, e.size('round')] if e.key?('round')
          treatments[i] = [:chamfer, e.size('chamfer')] if e.key?('chamfer')
          before = free_piece(e, i, from, to, before)
          from = to
          before
        end
        unless same?(from, start)
          @f.fault('edges', "ends at #{from} and starts at #{start}; the last edge must come back to the start")
        end

        unless pieces.map(&:name).uniq.size == pieces.size
          @f.fault('edges', 'two edges have one name; names of edges name the faces')
        end

        Corners.apply(pieces, treatments) { |why| @f.fault('edges', why) }
      end

      def free_piece(edge, index, from, to, before)
        name = edge.raw('name') || "e#{index + 1}"
        unless name.to_s.match?(/\A[a-z][a-z0-9_.]{0,39}\z/)
          edge.fault('name', "'#{name}' is not a name; use small letters, digits, _ and .")
        end

        edge.fault('to', 'the edge has no length') if same?(from, to)
        return spline(edge, name, from, to, before) if edge.key?('through')
        return tangent_arc(edge, name, from, to, before) if edge.flag('tangent')
        return arc_of_radius(edge, name, from, to) if edge.key?('radius')
        return line(name, from, to) unless edge.key?('centre')

        centre = edge.point('centre')
        radii = [from, to].map { |p| Math.hypot(p[0] - centre[0], p[1] - centre[1]) }
        if (radii[0] - radii[1]).abs > 1e-3
          edge.fault(
            'centre',
            "is #{Fault.mm(radii[0])} mm from the start of the arc and #{Fault.mm(radii[1])} mm from its end; they " \
            "must be equal"
          )
        end

        Solids::Piece.new(
          name,
          from,
          to,
          centre,
          arc_turn(edge.choice('turn', %w[left right], 'left'), from, to, centre)
        )
      end

      # Through the points in between; tangent: leaves in the direction the edge before it arrives.
      def spline(edge, name, from, to, before)
        between = edge.points('through', 1)
        if edge.flag('tangent') && before.nil?
          edge.fault('tangent', 'the first edge has none before it to be tangent to')
        end

        points = [from, *between, to]
        edge.fault('through', 'two neighbouring points are the same') if points.each_cons(2).any? { |p, q| same?(p, q) }
        Solids::Piece.of_spline(
          name,
          Geometry::Spline.new(points, start: edge.flag('tangent') ? before.along(1.0) : nil)
        )
      end

      # The arc to a point that leaves in the direction the edge before it arrives.
      def tangent_arc(edge, name, from, to, before)
        edge.fault('tangent', 'the first edge has none before it to be tangent to') if before.nil?
        n = before.left(1.0)
        w = [to[0] - from[0], to[1] - from[1]]
        side = (w[0] * n[0]) + (w[1] * n[1])
        return line(name, from, to) if side.abs < 1e-9 * Math.hypot(*w)

        s = ((w[0]**2) + (w[1]**2)) / (2 * side)
        centre = [from[0] + (n[0] * s), from[1] + (n[1] * s)]
        Solids::Piece.new(name, from, to, centre, arc_turn(s.positive? ? 'left' : 'right', from, to, centre))
      end

      # The arc of a radius, under half a turn.
      def arc_of_radius(edge, name, from, to)
        r = edge.size('radius')
        half = Math.hypot(to[0] - from[0], to[1] - from[1]) / 2
        if r < half - 1e-9
          edge.fault(
            'radius',
            "#{Fault.mm(r)} mm does not reach over a chord of #{Fault.mm(2 * half)} mm; at least #{Fault.mm(half)} " \
            "mm is needed"
          )
        end

        way = edge.choice('turn', %w[left right], 'left')
        k = Math.sqrt([(r * r) - (half * half), 0.0].max) / (2 * half) * (way == 'left' ? 1 : -1)
        centre = [((from[0] + to[0]) / 2) - ((to[1] - from[1]) * k), ((from[1] + to[1]) / 2) + ((to[0] - from[0]) * k)]
        Solids::Piece.new(name, from, to, centre, arc_turn(way, from, to, centre))
      end

      def arc_turn(way, from, to, centre)
        turn = Math.atan2(to[1] - centre[1], to[0] - centre[0]) - Math.atan2(from[1] - centre[1], from[0] - centre[0])
        turn += 2 * Math::PI while turn <= 1e-9
        way == 'left' ? turn : turn - (2 * Math::PI)
      end

      # Steps of a turned part along u, each a diameter and a length, on an optional bore.
      def stepped
        result = Stepped.new(@f)
        @sizes.concat(result.sizes)
        result.pieces
      end

      def add_inner(at, turn)
        return unless @f.key?('inner')

        @f.parts('inner').each_with_index do |part, i|
          own = part.point('at', [0.0, 0.0]) if part.key?('at')
          inner = Profile.new(part.without('at'), at: moved(own || [0.0, 0.0], at, turn), turn: turn)
          prefix = "inner#{i + 1}"
          @outlines << Solids::Outline.new(
            inner.outlines[0].pieces.map { |p| p.dup.tap { |q| q.name = "#{prefix}.#{p.name}" } }
          )
          @sizes.concat(inner.sizes.map { |s| s.dup.tap { |q| q.pieces = s.pieces.map { |n| "#{prefix}.#{n}" } } })
        end
      end

      def check
        @outlines.each do |o|
          crossing = o.crossing or next
          @f.fault(
            nil,
            "the profile crosses or touches itself: '#{crossing[0]}' meets '#{crossing[1]}'; move a point so that " \
            "edges only meet at their ends"
          )
        end
        @f.fault(nil, 'the profile encloses no area') if @outlines[0].area.abs < 1e-6
      end

      def place(pieces, at, turn)
        pieces.map { |piece| piece.mapped { |p| moved(p, at, turn) } }
      end

      def place_sizes(at, turn)
        @sizes.each do |s|
          s.from = moved(s.from, at, turn)
          s.to = moved(s.to, at, turn)
        end
      end

      def moved(p, at, turn)
        return [p[0] + at[0], p[1] + at[1]] if turn.zero?

        c = Math.cos(turn)
        s = Math.sin(turn)
        [at[0] + (p[0] * c) - (p[1] * s), at[1] + (p[0] * s) + (p[1] * c)]
      end

      def same?(a, b) = (a[0] - b[0]).abs < 1e-6 && (a[1] - b[1]).abs < 1e-6
    end
  end
end
