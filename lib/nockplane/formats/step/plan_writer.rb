# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Writes what a model says of its tolerances as the semantic annotations of AP242 (standards.md 11.2): datums with
      # their features, sizes and distances with deviations, fits or as theoretically exact, geometric tolerances with
      # zones, modifiers and datum systems; each tied to its faces.
      class PlanWriter
        # Names of sizes that are no diameter or radius.
        NAMES = {
          chamfer: 'chamfer setback',
          pitch_circle: 'pitch circle diameter',
          depth: 'depth',
          ball_diameter: 'spherical diameter',
          ball_radius: 'spherical radius'
        }.freeze
        EXACT = %w[dimensional\ note theoretical].freeze

        # Ids of what could not be written.
        attr_reader :skipped

        # records: Records; model; shape: PRODUCT_DEFINITION_SHAPE; representation: of the solid; context: of measures;
        # units: { length:, angle: }; faces: { name => [record] }.
        def initialize(records, model, shape:, representation:, context:, units:, faces:)
          @records = records
          @model = model
          @shape = shape
          @representation = representation
          @context = context
          @units = units
          @faces = faces
          @index = Solids::Indexed.of(model.solid)
          @skipped = []
        end

        def write
          datums, others = @model.dimensions.select { |d| said?(d) }.partition { |d| d.kind == :datum }
          @datums = datums.to_h { |d| [d.prefix, datum(d)] }.compact
          others.each { |d| (d.mark? ? frame(d) : size(d)) || @skipped << d.id }
        end

        # A SHAPE_ASPECT of faces by name, a composite one of several; nil where the file has none of them.
        def aspect(names)
          known = standing(names)
          return nil if known.empty?
          return feature('SHAPE_ASPECT', known[0]) if known.size == 1

          whole = @records.add('COMPOSITE_SHAPE_ASPECT', '', '', @shape, :T)
          known.each { |n| relate(whole, feature('SHAPE_ASPECT', n)) }
          whole
        end

        # A LENGTH_MEASURE_WITH_UNIT.
        def length(value) = @records.add('LENGTH_MEASURE_WITH_UNIT', typed('LENGTH_MEASURE', value), @units[:length])
        # Another entity of the part as a whole.
        def of_shape(type, *more) = @records.add(type, '', '', @shape, :F, *more)

        private

        # What came with a file or is of the plan goes out; of the other sizes those with a tolerance.
        def said?(dimension)
          return true if dimension.mark?

          (dimension.tolerance || dimension.stated?) && Drawings::Annotations.all[dimension.kind.to_s]&.size?
        end

        # (A surface texture is left to the sheets.)
        def frame(dimension)
          dimension.kind == :tolerance_frame && GeometricTolerance.new(@records, self, @datums).write(dimension)
        end

        # Names of the faces of the file: those named, and the pieces of those that were cut.
        def standing(names)
          names.flat_map { |n| @index.standing(n).map(&:name) }.select { |n| @faces.key?(n) }.uniq
        end

        def feature(type, name, label = '')
          made = @records.add(type, label, '', @shape, :T)
          @faces[name].each { |f| @records.add('GEOMETRIC_ITEM_SPECIFIC_USAGE', '', '', made, @representation, f) }
          made
        end

        def relate(from, to) = @records.add('SHAPE_ASPECT_RELATIONSHIP', '', nil, from, to)

        # The DATUM, each of its faces a DATUM_FEATURE.
        def datum(dimension)
          known = standing(dimension.faces)
          return @skipped.push(dimension.id) && nil if known.empty?

          made = of_shape('DATUM', dimension.prefix)
          known.each { |n| relate(feature('DATUM_FEATURE', n, dimension.prefix), made) }
          made
        end

        def size(dimension)
          return nil if dimension.prefix && dimension.kind != :chamfer

          made = between?(dimension) ? location(dimension) : own_size(dimension)
          return nil unless made

          value(made, dimension)
          limits(made, dimension)
          made
        end

        # Does it run between two faces? (The depth of a hole may be told at its wall alone.)
        def between?(dimension)
          return dimension.faces.size > 1 if dimension.unit == 'deg'
          return ends(dimension) if dimension.kind == :depth

          Drawings::Annotations.of(dimension).says == :level
        end

        def own_size(dimension)
          aspect = aspect(alike(dimension)) or return nil
          return @records.add('ANGULAR_SIZE', aspect, '', :SMALL) if dimension.unit == 'deg'

          round = %i[radius tube_radius].include?(dimension.kind) ? 'radius' : 'diameter'
          @records.add('DIMENSIONAL_SIZE', aspect, NAMES.fetch(dimension.kind, round))
        end

        # Faces of a size that counts more than it names: all that are equal to one, where those are as many.
        def alike(dimension)
          names = standing(dimension.faces)
          return names unless dimension.count.to_i > names.size

          groups = Modelling::Measured.equal(@index)
          group = groups.find { |g| g.any? { |f| f.name == names[0] } } || []
          group.size == dimension.count ? group.map(&:name) : names
        end

        def location(dimension)
          pair = pair(dimension) or return nil
          from, to = pair.map { |n| aspect([n]) }
          return nil unless from && to
          return @records.add('ANGULAR_LOCATION', '', nil, from, to, :SMALL) if dimension.unit == 'deg'

          @records.add('DIMENSIONAL_LOCATION', 'linear distance', nil, from, to)
        end

        # The two faces that a distance runs between: of those that it names the pair that is as far apart.
        def pair(dimension)
          names = standing(dimension.faces)
          return names.first(2) if dimension.unit == 'deg'

          faces = names.filter_map { |n| @index.face(n) }.first(8)
          found =
            faces
              .combination(2)
              .find do |a, b|
                apart = Modelling::Measured.distance(@index, a, b)
                apart && (apart.value - dimension.value).abs < 1e-4 && along?(apart, dimension)
              end
          found&.map(&:name) || ends(dimension)
        end

        # Flat faces square to a distance that it begins and ends at, the nearest of those at that level; nil where it
        # runs to something else.
        def ends(dimension)
          found = [dimension.from, dimension.to].map { |point| flat_at(point, dimension.direction) }
          found.all? && found.uniq.size == 2 ? found : nil
        rescue Geometry::ZeroVector
          nil
        end

        def flat_at(point, direction)
          flats =
            @model.solid.faces.select do |f|
              f.surface.plane? && Geometry::Vec.parallel?(f.surface.axis, direction, 1e-5) &&
                f.surface.distance(point).abs < 1e-4
            end
          near = ->(face) do
            ids = @index.facets_of(face.name).flat_map { |f| f.loops[0] }.uniq
            ids.map { |i| Geometry::Vec.distance(@index.point(i), point) }.min
          end
          flats.min_by { |f| [near[f].round(6), f.name] }&.name
        end

        def along?(apart, dimension)
          Geometry::Vec.parallel?(apart.direction, dimension.direction, 1e-4)
        rescue Geometry::ZeroVector
          false
        end

        def typed(type, value) = Records::Raw.new("#{type}(#{@records.number(value)})")

        def value(made, dimension)
          items = [nominal(dimension)]
          exact = Tolerancing::Tolerance.exact?(dimension.tolerance)
          items << @records.add('DESCRIPTIVE_REPRESENTATION_ITEM', *EXACT) if exact
          shown = @records.add('SHAPE_DIMENSION_REPRESENTATION', '', items, @context)
          @records.add('DIMENSIONAL_CHARACTERISTIC_REPRESENTATION', made, shown)
        end

        def nominal(dimension)
          return angle(dimension.value) if dimension.unit == 'deg'

          @records.complex(
            %w[LENGTH_MEASURE_WITH_UNIT],
            %w[MEASURE_REPRESENTATION_ITEM],
            ['MEASURE_WITH_UNIT', typed('POSITIVE_LENGTH_MEASURE', dimension.value), @units[:length]],
            ['REPRESENTATION_ITEM', 'nominal value']
          )
        end

        def angle(degrees)
          @records.complex(
            %w[MEASURE_REPRESENTATION_ITEM],
            ['MEASURE_WITH_UNIT', typed('PLANE_ANGLE_MEASURE', radians(degrees)), @units[:angle]],
            %w[PLANE_ANGLE_MEASURE_WITH_UNIT],
            ['REPRESENTATION_ITEM', 'nominal value']
          )
        end

        def radians(degrees) = degrees * Math::PI / 180

        # Deviations, or the class of a fit.
        def limits(made, dimension)
          tolerance = Tolerancing::Tolerance.parse(dimension.tolerance.to_s)
          return if tolerance.nil? || tolerance.exact?

          range = tolerance.fit? ? fit(tolerance.fit) : deviations(dimension, tolerance)
          @records.add('PLUS_MINUS_TOLERANCE', range, made)
        end

        def fit(code)
          letters, grade = code.match(/\A([A-Za-z]+)(\d+)\z/).captures
          hole = letters.match?(/\A[A-Z]/)
          @records.add('LIMITS_AND_FITS', letters, hole ? 'hole' : 'shaft', grade, '')
        end

        def deviations(dimension, tolerance)
          upper, lower = tolerance.deviations(dimension.value)
          ends =
            [lower, upper].map do |v|
              next length(v) unless dimension.unit == 'deg'

              @records.add('PLANE_ANGLE_MEASURE_WITH_UNIT', typed('PLANE_ANGLE_MEASURE', radians(v)), @units[:angle])
            end
          @records.add('TOLERANCE_VALUE', *ends)
        end
      end
    end
  end
end
