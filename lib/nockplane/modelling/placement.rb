# frozen_string_literal: true

module Nockplane
  module Modelling
    # Where a feature stands: base plane or planar face, place, turn, and pattern; gives one frame per instance.
    class Placement
      BASES = {
        'xy' => Geometry::Frame.new([0, 0, 0], [0, 0, 1], [1, 0, 0]),
        'xz' => Geometry::Frame.new([0, 0, 0], [0, -1, 0], [1, 0, 0]),
        'yz' => Geometry::Frame.new([0, 0, 0], [1, 0, 0], [0, 1, 0])
      }.freeze
      KEYS = %w[on offset at turn pattern].freeze
      # name: "pockets[3]"; frame: at the instance's own place.
      Instance = Struct.new(:name, :frame)

      attr_reader :base, :instances

      # Frame of a planar facet as one sees it from outside, origin at the foot of the model origin.
      def self.on_plane(facet) = Geometry::Frame.facing(Geometry::Vec.scale(facet.normal, facet.d), facet.normal)

      # Frame named by a field: a base plane, a datum plane or a planar face of the body, moved along its normal by the
      # field `offset`.
      def self.plane(fields, name, body)
        on = fields.raw(name) || 'xy'
        frame = BASES[on] || fields.planes[on] || on_plane(planar_facet(fields, name, on, body))
        fields.key?('offset') ? frame.moved(0, 0, fields.length('offset')) : frame
      end

      def self.planar_facet(fields, field, name, body)
        face = body&.face(name)
        unless face
          known = body ? body.faces.select { |f| f.surface.plane? }.map(&:name).first(12).join(', ') : ''
          bases = ['xy, xz, yz', *fields.planes.keys].join(', ')
          fields.fault(
            field,
            "there is no face '#{name}' here; use #{bases}#{" or one of #{known}" unless known.empty?}"
          )
        end
        fields.fault(field, "the face '#{name}' is not plane") unless face.surface.plane?
        body.facets_of(name)[0]
      end

      # body: the solid so far (for faces by name); spin: instances of a circular pattern turn with it.
      def initialize(fields, body, spin:)
        @f = fields
        @body = body
        @spin = spin
        @base = Placement.plane(@f, 'on', @body)
        @at = @f.point('at', [0.0, 0.0])
        @turn = @f.degrees('turn', 0.0) * Math::PI / 180
        @instances = @f.key?('pattern') ? patterned : [Instance.new(@f.id, framed(@at, @turn))]
      end

      def count = @instances.size

      # Radius (mm) and centre [u, v] of a circular pattern with a pitch circle, else nil.
      attr_reader :pitch
      # { du:, dv:, fields: } of a linear pattern, else nil.
      attr_reader :grid

      private

      def framed(at, turn) = @base.moved(*at).turned(turn)

      def patterned
        part = @f.part('pattern')
        send(part.choice('kind', %w[circular linear free]), part)
      end

      # Instances at given places, by their number in the list.
      def free(part)
        part.only('kind', 'places')
        places = part.points('places', 1)
        part.fault('places', "#{places.size} instances; at most 2000") if places.size > 2000
        part.fault('places', 'two instances stand at the same place') unless places.uniq.size == places.size
        places.each_with_index.map do |p, i|
          Instance.new("#{@f.id}[#{i + 1}]", framed([@at[0] + p[0], @at[1] + p[1]], @turn))
        end
      end

      def circular(part)
        part.only('kind', 'count', 'pitch_circle', 'centre', 'start', 'angle')
        n = part.count('count')
        centre = part.point('centre', [0.0, 0.0])
        start = part.degrees('start', 0.0)
        total = part.degrees('angle', 360.0)
        if total.zero? || total.abs > 360
          part.fault('angle', "#{Fault.mm(total)}°; from -360° to 360°, and not 0, is needed")
        end

        step = total.abs == 360 ? total / n : total / [n - 1, 1].max
        pitch = part.optional_size('pitch_circle')
        @pitch = pitch && { radius: pitch / 2, centre: centre, fields: part }
        Array.new(n) do |i|
          Instance.new("#{@f.id}[#{i + 1}]", circular_frame(centre, pitch, (start + (step * i)) * Math::PI / 180))
        end
      end

      def circular_frame(centre, pitch, angle)
        return @base.turned(angle, *centre).moved(*@at).turned(@turn) if @spin && pitch.nil?

        arm = pitch ? [pitch / 2, 0.0] : [@at[0] - centre[0], @at[1] - centre[1]]
        c = Math.cos(angle)
        s = Math.sin(angle)
        framed(
          [centre[0] + (arm[0] * c) - (arm[1] * s), centre[1] + (arm[0] * s) + (arm[1] * c)],
          @spin ? @turn + angle : @turn
        )
      end

      def linear(part)
        part.only('kind', 'columns', 'rows', 'column_spacing', 'row_spacing', 'centred')
        columns = part.count('columns', 1)
        rows = part.count('rows', 1)
        part.fault('columns', "#{columns} x #{rows} instances; at most 2000") if columns * rows > 2000
        du = columns > 1 ? part.length('column_spacing') : 0.0
        dv = rows > 1 ? part.length('row_spacing') : 0.0
        if (columns > 1 && du.zero?) || (rows > 1 && dv.zero?)
          part.fault('column_spacing', '0 mm puts the instances on top of each other')
        end

        first = part.flag('centred') ? [@at[0] - (du * (columns - 1) / 2), @at[1] - (dv * (rows - 1) / 2)] : @at
        @grid = { du: du, dv: dv, fields: part }
        rows.times.flat_map do |r|
          columns.times.map do |c|
            Instance.new(
              "#{@f.id}[#{rows > 1 ? "#{c + 1},#{r + 1}" : c + 1}]",
              framed([first[0] + (du * c), first[1] + (dv * r)], @turn)
            )
          end
        end
      end
    end
  end
end
