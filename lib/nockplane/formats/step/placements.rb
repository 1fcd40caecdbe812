# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # A direction that has no length, where the standard has no default for it.
      class Directionless < Unusable; end

      # Points, directions and placements of ISO 10303-42, in mm and radians. What a placement leaves out, and what has
      # no length, is taken by the standard's defaults (build_axes, first_proj_axis) and told in the report.
      # unit: mm of the file's length unit; angle: radians of its angle unit.
      class Placements
        # mm: farther out nothing is believed.
        FARTHEST = 1e7
        X = [1.0, 0.0, 0.0].freeze
        Y = [0.0, 1.0, 0.0].freeze
        Z = [0.0, 0.0, 1.0].freeze
        # Sine of the angle below which a reference direction says nothing.
        ALONG = 1e-9

        attr_reader :unit, :angle

        def initialize(file, unit, angle, report = nil)
          @file = file
          @unit = unit
          @angle = angle
          @report = report
          @frames = {}
        end

        # mm
        def point(ref)
          record = @file[ref]
          coordinates = record.args('CARTESIAN_POINT')[-1]
          found = Array(coordinates).map { |c| number(c, record) * @unit }
          found << 0.0 while found.size < 3
          raise Unusable, "#{record}: a coordinate is more than 10 km away" if found.any? { |c| c.abs > FARTHEST }

          found.first(3)
        end

        # Unit vector. Raises Directionless.
        def direction(ref)
          record = @file[ref]
          found = Array(record.args('DIRECTION')[-1]).map { |c| number(c, record) }
          found << 0.0 while found.size < 3
          long = found.map(&:abs).max
          raise Directionless, "#{record}: a direction of length 0" unless long.positive?

          Geometry::Vec.unit(found.first(3).map { |c| c / long })
        end

        # Frame of an AXIS2_PLACEMENT_3D, of an AXIS1_PLACEMENT (its z alone) or of an AXIS2_PLACEMENT_2D (in the plane
        # z = 0).
        def frame(ref) = @frames[ref] ||= placed(@file[ref])

        def number(value, record)
          (Part21.number(value) or raise Unusable, "#{record}: a number is missing").to_f
        end

        # mm
        def length(value, record) = number(value, record) * @unit

        private

        def placed(record)
          return flat_frame(record) if record.is?('AXIS2_PLACEMENT_2D')

          _, place, axis, x = record.args
          z = given(axis, record, 'its axis') || Z
          Geometry::Frame.new(origin(place, record), z, reference(x, z, record))
        end

        def flat_frame(record)
          _, place, x = record.args
          Geometry::Frame.new(origin(place, record), Z, given(x, record, 'its reference direction') || X)
        end

        def origin(place, record)
          return point(place) if place.is_a?(Part21::Ref)

          defaulted(record, 'its location', 'the origin')
          [0.0, 0.0, 0.0]
        end

        # A direction that may be left out; nil when it is, or says nothing.
        def given(ref, record, what)
          ref.is_a?(Part21::Ref) ? direction(ref) : nil
        rescue Directionless
          defaulted(record, what, "the standard's default")
          nil
        end

        def reference(ref, axis, record)
          found = given(ref, record, 'its reference direction')
          return found if found && !Geometry::Vec.parallel?(axis, found, ALONG)

          defaulted(record, 'its reference direction', "the standard's default") if found
          Geometry::Vec.parallel?(axis, X, ALONG) ? Y : X
        end

        def defaulted(record, what, instead)
          @report&.add(record.type, "a placement does not say #{what}; #{instead} is taken", "##{record.id}")
        end
      end
    end
  end
end
