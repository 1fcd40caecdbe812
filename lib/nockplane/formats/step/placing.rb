# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Where occurrences and mapped copies stand: a move (or mirroring) and a scale. A copy made larger is read with a
      # larger unit, so that its surfaces stay what they are.
      class Placing
        # transform: Solids::Transform; scale: how much larger than it was made.
        Place = Struct.new(:transform, :scale) do
          def after(inner) = Place.new(transform.after(inner.transform), scale * inner.scale)
        end
        HERE = Place.new(Solids::Transform::IDENTITY, 1.0).freeze
        # Scales that are read, either way.
        SCALES = (1e-6..1e6).freeze
        OPERATOR = 'CARTESIAN_TRANSFORMATION_OPERATOR_3D'

        # units: asked for the Units of a representation record.
        def initialize(file, units, report)
          @file = file
          @units = units
          @report = report
          @read = {}
        end

        # Place of an occurrence in its parent. relation: number of the record that places it, or nil; own:
        # representations of the child; scale: of the parent. Raises Unusable.
        def of_usage(relation, own, scale)
          relation = relation && @file[relation]
          return HERE unless relation&.is?('REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION')

          first, second =
            (
              relation.leaves['REPRESENTATION_RELATIONSHIP'] || relation.leaves['SHAPE_REPRESENTATION_RELATIONSHIP']
            ).last(2)
          step = @file[relation.args('REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION')[0]]
          # The transformation goes from the first representation to the second; the child is one of them.
          turned = !own.include?(first.id) && own.include?(second.id)
          return operated(step, first, turned, scale) if step.is?(OPERATOR)
          unless step.is?('ITEM_DEFINED_TRANSFORMATION')
            raise Unusable, "#{step}: this way of placing a part is not read"
          end

          a, b = [[step[2], first], [step[3], second]].map { |item, rep| placements(@file[rep], scale).frame(item) }
          a, b = b, a if turned
          Place.new(Solids::Transform.between(a, b), 1.0)
        end

        # Place of a MAPPED_ITEM of a representation record whose scale is given. map: its REPRESENTATION_MAP.
        def of_item(item, map, record, scale)
          target = target(item[2], record, scale)
          from = placements(record, scale * target.scale).frame(map[0])
          target.after(Place.new(Solids::Transform.between(from, Geometry::Frame::WORLD), 1.0))
        end

        private

        def placements(record, scale)
          units = @units.call(record).scaled(scale)
          @read[units] ||= Placements.new(@file, units.mm, units.radians, @report)
        end

        def operated(step, rep, turned, scale)
          place = operator(step, placements(@file[rep], scale))
          if turned && place.scale != 1.0
            raise Unusable, "#{step}: a scaled copy that is placed the other way round is not read"
          end

          turned ? Place.new(place.transform.inverse, 1.0) : place
        end

        def target(ref, record, scale)
          found = @file[ref]
          read = placements(record, scale)
          return operator(found, read) if found.is?(OPERATOR)

          Place.new(Solids::Transform.between(Geometry::Frame::WORLD, read.frame(ref)), 1.0)
        end

        # Axes by base_axis of ISO 10303-42: z, x square to it, y on the side that is given, which may mirror.
        def operator(record, read)
          x, y, origin, scale, z = record.args.last(5)
          z = axis(read, z, Placements::Z)
          frame = Geometry::Frame.new(read.point(origin), z, square(axis(read, x, Placements::X), z))
          up = y ? Geometry::Vec.dot(read.direction(y), frame.y) : 1.0
          Place.new(
            Solids::Transform.new(frame.origin, frame.x, up.negative? ? Geometry::Vec.neg(frame.y) : frame.y, frame.z),
            factor(scale, record)
          )
        end

        def axis(read, ref, default) = ref ? read.direction(ref) : default
        def square(x, z) = Geometry::Vec.parallel?(x, z, Placements::ALONG) ? Geometry::Vec.any_normal(z) : x

        def factor(value, record)
          factor = (Part21.number(value) || 1.0).to_f
          raise Unusable, "#{record}: a copy scaled by #{factor} is not read" unless SCALES.cover?(factor)

          factor
        end
      end
    end
  end
end
