# frozen_string_literal: true

module Nockplane
  module Linking
    # Which dimensions say what another one has said: the same two levels along one direction, or the same size about
    # one axis (a size is given once, standards.md GEN-05).
    module Repeats
      # mm and cosine within which places and directions are the same.
      SAME = 1e-4

      # What a dimension says, apart from how it was come by. levels: where its ends lie along direction.
      Said = Struct.new(:kind, :value, :direction, :levels, :centre, :count) do
        # Of a model dimension, or of a Drawings::Annotations::Snapshot.
        def self.of(d)
          kind = Drawings::Annotations.of(d)
          return new(kind.name, d.value, d.axis, nil, d.centre, d.count) unless kind.says == :level

          direction = kind.direction(d) or return new(kind.name, d.value, nil, nil, nil, d.count)
          direction = Geometry::Vec.neg(direction) if direction.max_by(&:abs).negative?
          levels = [d.from, d.to].map { |p| Geometry::Vec.dot(p, direction) }.sort
          new('level', d.value, direction, levels, d.centre, d.count)
        end

        def same?(other)
          unless kind == other.kind && (value - other.value).abs < SAME && direction && other.direction &&
                   Geometry::Vec.parallel?(direction, other.direction, SAME)
            return false
          end

          return levels.zip(other.levels).all? { |a, b| (a - b).abs < SAME } if levels

          Drawings::Annotations.all[kind].says == :round && count == other.count && coaxial?(other)
        end

        def coaxial?(other)
          Geometry::Vec.length(
            Geometry::Vec.cross(Geometry::Vec.sub(centre, other.centre), Geometry::Vec.unit(direction))
          ) < SAME
        end
      end

      module_function

      # The offers with repeat set where one before it, or one of those said ([[Said, words], ...]), says the same.
      def mark(offers, said)
        said = said.dup
        offers.each do |o|
          own = Said.of(o.dimension)
          o.repeat = said.find { |other, _| own.same?(other) }&.last
          said << [own, o.words] unless o.repeat
        end
      end
    end
  end
end
