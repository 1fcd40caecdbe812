# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # How wide the zones of a plan are: tolerances of sizes and of geometry, by Defaults. All in mm.
      class Zones
        # Under it ISO 2768-1 says nothing: a quarter of the size, a tenth at most.
        SMALL = [0.25, 0.1].freeze
        # mm within which a hole is one of ISO 273, and the largest that is taken for one.
        SAME = 0.011
        LARGEST = 26.5

        # part: Part; defaults: Defaults.
        def initialize(part, defaults)
          @part = part
          @defaults = defaults
          @general = defaults.general
        end

        # Text of the tolerance of a size (ModelDimension). Raises Refused for a fit that there is not at that size.
        def of_size(dimension)
          return "±#{plain(angle(dimension))}" if dimension.unit == 'deg'

          code = fit(dimension)
          return code if code && deviations(code, dimension)

          "±#{plain(width(dimension))}"
        end

        # mm of the flatness of a flat face, over its longer side.
        def flatness(flat) = @general.flatness([longer(flat), 3000].min)
        # mm of the squareness of one feature to another, over the shorter of the sides that make the angle.
        def squareness(feature, datum) = @general.perpendicularity(shorter(feature, datum).clamp(1, 3000))
        def run_out = @general.run_out

        # mm of how round a datum must be: half of what run-out allows (GT-02), and of what its size does (FCF-18).
        # size: text of the tolerance of its diameter, nil for none.
        def roundness(round, size)
          upper, lower = size ? Tolerancing::Tolerance.parse(size).deviations(2 * round.radius) : [1.0, 0.0]
          [@general.run_out / 2, ((upper - lower) / 2).floor(3)].min.clamp(0.001, 1.0)
        end

        # [mm of the zone of a hole or boss, does Ⓜ stand with it?]. thread: Modelling::Threads::Thread of a tapped one;
        # size: text of the tolerance of its diameter; several: are there others like it, as of screws?
        def position(round, thread, size, several: false)
          return @defaults.position_zone, false unless @defaults.clearance?
          return screw(thread.major), false if thread && screw(thread.major)

          room = several && round.concave && clearance(round, size)
          return room, @defaults.material if room

          [[@general.linear((2 * round.radius).clamp(0.5, 4000)) || 0.1, 0.05].max, false]
        end

        def profile = @defaults.profile_zone

        private

        def plain(mm) = Modelling::Fault.mm(mm)

        def fit(dimension)
          return nil unless %i[diameter turned_diameter].include?(dimension.kind) && dimension.prefix.nil?

          code = dimension.kind == :diameter ? @defaults.holes : @defaults.shafts
          code.to_s.empty? ? nil : code
        end

        def deviations(code, dimension)
          Tolerancing::Iso286.deviations(code, dimension.value)
        rescue Tolerancing::Iso286::OutOfTables => e
          raise Refused,
                "⌀#{plain(dimension.value)} of #{dimension.faces[0]}: #{e.message}. Choose another fit, or none."
        end

        def width(dimension)
          table = edge?(dimension) ? :broken_edge : :linear
          [@general.public_send(table, [dimension.value, 4000].min), small(dimension.value)].compact.first
        end

        def small(value) = [value * SMALL[0], SMALL[1]].min.then { |v| [v.round(2), 0.01].max }

        # Is it a chamfer, or the radius of an outside edge?
        def edge?(dimension)
          return true if dimension.kind == :chamfer

          fact = @part.shape.facts[dimension.faces[0]]
          %i[radius tube_radius].include?(dimension.kind) && fact && !fact.span.concave?
        end

        # Degrees, over the shorter side.
        def angle(dimension)
          sides = [dimension.from, dimension.to].compact.map { |p| Geometry::Vec.distance(p, dimension.centre) }
          @general.angle([sides.min || 10, 1].max)
        end

        # MMC-08, a fixed fastener: half of what the least hole leaves it.
        def clearance(round, size)
          least = 2 * round.radius
          return nil if least > LARGEST

          least += Tolerancing::Tolerance.parse(size).deviations(least)[1] unless size.to_s.empty?
          row =
            Modelling::Threads::COARSE.find do |_, (_, _, *holes)|
              holes.any? { |h| (h - (2 * round.radius)).abs < SAME }
            end
          room = row && ((least - row[0].delete('M').to_f) / 2).round(6).floor(2)
          room if room&.positive?
        end

        # Of a thread: what the clearance hole of the other part (medium) leaves.
        def screw(major)
          holes = Modelling::Threads::COARSE["M#{plain(major)}"] or return nil
          ((holes[3] - major) / 2).round(6).floor(2)
        end

        def shorter(feature, datum)
          return [longer(feature), longer(datum)].min if [feature, datum].any? { |f| @part.round?(f) }

          [reach(feature, datum.normal), reach(datum, feature.normal)].min
        end

        # mm that a flat face reaches along a direction.
        def reach(flat, along)
          at = flat.faces.flat_map { |n| @part.shape.facts[n].points.map { |p| Geometry::Vec.dot(p, along) } }
          at.max - at.min
        end

        # mm of the longest side of a feature.
        def longer(feature)
          return [feature.length, 2 * feature.radius].max if @part.round?(feature)

          points = feature.faces.flat_map { |n| @part.shape.facts[n].points }
          points.transpose.map { |c| c.max - c.min }.max
        end
      end
    end
  end
end
