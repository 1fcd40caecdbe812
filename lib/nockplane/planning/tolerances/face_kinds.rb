# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # What kind of feature a face belongs to, as a person chooses what is planned: holes (with their floors and
      # sinks), bosses, rounds, chamfers, heights (flat faces parallel to the first datum), pockets (inner walls and
      # floors), outline (outer walls), shapes (what is left).
      class FaceKinds
        ALL = %w[heights pockets outline holes bosses chamfers rounds shapes].freeze

        # part: Part; first: normal of the first datum or direction of its axis; chamfers: names of faces.
        def initialize(part, first, chamfers)
          @part = part
          @first = first
          @chamfers = chamfers
        end

        def of(name)
          fact = @part.shape.facts[name]
          return 'shapes' if fact.nil?
          return 'chamfers' if @chamfers.include?(name)
          return 'rounds' if @part.blend?(name)
          return 'holes' if @part.floors.key?(name)
          return turned(fact) if %i[cylinder cone].include?(fact.kind)

          fact.kind == :plane ? flat(name) : 'shapes'
        end

        private

        # (Part of a cylinder is the end of a slot, or an eye.)
        def turned(fact)
          whole = fact.kind == :cone || @part.rounds.any? { |r| r.faces.include?(fact.name) }
          return fact.span.concave? ? 'holes' : 'bosses' if whole

          fact.span.concave? ? 'pockets' : 'outline'
        end

        def flat(name)
          feature = @part.feature(name) or return 'outline'
          return 'heights' if Geometry::Vec.parallel?(feature.normal, @first, Part::SQUARE)

          @part.outermost?(feature) ? 'outline' : 'pockets'
        end
      end
    end
  end
end
