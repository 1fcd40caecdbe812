# frozen_string_literal: true

module Nockplane
  module Linking
    # Which dimensions say what another one has said: the same two levels along one direction, or the same size about one axis
    # (a size is given once, standards.md GEN-05).
    module Repeats
      # mm and cosine within which places and directions are the same.
      SAME = 1e-4
      ROUND = %w[diameter turned_diameter radius pitch_circle].freeze
      LEVELS = %w[linear depth centres].freeze

      # What a dimension says, apart from how it was come by. levels: where its ends lie along direction.
      Said = Struct.new(:kind, :value, :direction, :levels, :centre, :count) do
        def self.of_snapshot(s) = of(s['kind'].to_s, s['value'], s['from'], s['to'], s['axis'], s['centre'], s['count'])
        def self.of_dimension(d) = of(d.kind.to_s, d.value, d.from, d.to, d.axis, d.centre, d.count)

        def self.of(kind, value, from, to, axis, centre, count)
          return new(kind, value, axis, nil, centre, count) unless LEVELS.include?(kind)
          return new(kind, value, nil, nil, nil, count) if Geometry::Vec.distance(from, to) < SAME

          direction = Geometry::Vec.unit(Geometry::Vec.sub(to, from))
          direction = Geometry::Vec.neg(direction) if direction.max_by(&:abs).negative?
          new('level', value, direction, [from, to].map { |p| Geometry::Vec.dot(p, direction) }.sort, centre, count)
        end

        def same?(other)
          return false unless kind == other.kind && (value - other.value).abs < SAME && direction && other.direction && Geometry::Vec.parallel?(direction, other.direction, SAME)
          return levels.zip(other.levels).all? { |a, b| (a - b).abs < SAME } if kind == 'level'

          ROUND.include?(kind) && count == other.count && coaxial?(other)
        end

        def coaxial?(other)
          Geometry::Vec.length(Geometry::Vec.cross(Geometry::Vec.sub(centre, other.centre), Geometry::Vec.unit(direction))) < SAME
        end
      end

      module_function

      # The offers with repeat set where one before it, or one of those said ([[Said, words], ...]), says the same.
      def mark(offers, said)
        said = said.dup
        offers.each do |o|
          own = Said.of_dimension(o.dimension)
          o.repeat = said.find { |other, _| own.same?(other) }&.last
          said << [own, o.words] unless o.repeat
        end
      end
    end
  end
end
