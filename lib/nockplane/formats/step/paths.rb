# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # The curve an edge runs on, whatever way the file gives it: in space, only on a surface, as a line without a
      # direction, or not at all.
      class Paths
        # mm within which a curve's places are all one point.
        POINT = 1e-4

        def initialize(file, curves, surfaces, report)
          @file = file
          @curves = curves
          @traces = Traces.new(file, curves, surfaces)
          @report = report
          @kept = {}
        end

        # Geometry::Curve of an EDGE_CURVE between the places of its vertices, mm; nil for one that is no more than a
        # point. Raises Unusable.
        def curve(edge, from, to)
          @kept.fetch(edge.id) { @kept[edge.id] = read(edge, from, to) }
        end

        private

        def read(edge, from, to)
          geometry = @file.at(edge.args('EDGE_CURVE')[3])
          found = geometry ? of(geometry, from, to) : straight(edge, from, to, 'an edge has no curve')
          found unless found && from == to && point?(found)
        rescue Directionless
          straight(edge, from, to, 'the line of an edge has no direction')
        end

        SURFACE_CURVES = %w[SURFACE_CURVE SEAM_CURVE INTERSECTION_CURVE BOUNDED_SURFACE_CURVE].freeze

        def of(record, from, to)
          return @traces.curve(record, from, to) if record.is?('PCURVE')

          leaf = SURFACE_CURVES.find { |name| record.is?(name) } or
            return Geometry::Recognition.curve(@curves.curve(ref(record)))
          in_space(record, record.args(leaf), from, to)
        end

        # The curve in space; where there is none that can be read, that of the first surface.
        def in_space(record, args, from, to)
          space, on_surfaces = args.last(3)
          space = @file.at(space)
          return of(space, from, to) if space

          raise Unusable, "#{record}: it has no curve in space"
        rescue Unusable
          trace = Array(on_surfaces).map { |r| @file[r] }.find { |r| r.is?('PCURVE') } or raise
          @report.add(record.type, 'an edge is given only on its surfaces; it is drawn there', "##{record.id}")
          @traces.curve(trace, from, to)
        end

        def ref(record) = Part21::Ref.new(record.id)

        def straight(edge, from, to, why)
          return nil if from == to

          @report.add('EDGE_CURVE', "#{why}; it is drawn straight between its vertices", "##{edge.id}")
          Geometry::Curve::Line.new(from, Geometry::Vec.sub(to, from))
        end

        # Does a curve with ends stay in one place, as at a pole?
        def point?(curve)
          return false unless curve.domain

          start, finish = curve.domain
          first = curve.at(start)
          (1..4).all? { |k| Geometry::Vec.distance(curve.at(start + ((finish - start) * k / 4)), first) < POINT }
        end
      end
    end
  end
end
