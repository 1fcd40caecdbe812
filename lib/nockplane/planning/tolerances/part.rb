# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # The features of a part to one who plans its tolerances: whole round faces (of one axis, radius and sense, in one
      # piece or several), flat ones (all in one plane that look one way, as machined at once), rounds, chamfers.
      class Part
        # faces: names; line: Definition::AxisLine; concave: is it a bore? reach: [from, to] mm along the axis; area
        # mm².
        Round =
          Struct.new(:faces, :line, :radius, :concave, :reach, :area, keyword_init: true) do
            def length = reach[1] - reach[0]
            # Names of faces are what tells it from others.
            def <=>(other) = faces <=> other.faces
          end
        # normal: unit vector out of the material; level: mm along it.
        Flat = Struct.new(:faces, :normal, :level, :area, keyword_init: true)

        # Radians that pieces of a cylinder must go round together to be a whole one.
        WHOLE = (2 * Math::PI) - 0.3
        SQUARE = 1e-5
        LEVEL = 1e-3

        attr_reader :model, :shape

        # shape: Definition::Shape of its solid.
        def initialize(model, shape = Definition::Shape.new(model.solid))
          @model = model
          @shape = shape
        end

        # Names of the faces that stand for one (Solids::Indexed#standing).
        def standing(name)
          @index ||= Solids::Indexed.of(@model.solid)
          @index.standing(name).map(&:name)
        end

        # [Round] by area, largest first.
        def rounds
          @rounds ||=
            begin
              faces = @shape.facts.values.select { |f| f.kind == :cylinder && @shape.axis(f.name) && !blend?(f.name) }
              groups = faces.group_by { |f| [line_key(f), f.surface.radius.round(4), f.span.concave?] }
              found = groups.values.select { |list| list.sum { |f| f.span.turn } >= WHOLE }
              found.map { |list| round(list) }.sort_by { |r| [-r.area.round(3), r.faces] }
            end
        end

        # [Flat] by area, largest first.
        def flats
          @flats ||=
            begin
              faces = @shape.facts.values.select { |f| f.kind == :plane && f.area > 1e-6 }
              groups = faces.group_by { |f| [out(f).map { |c| c.round(5) + 0.0 }, level(f).round(3)] }
              groups.map { |(_, _), list| flat(list) }.sort_by { |f| [-f.area.round(3), f.faces] }
            end
        end

        # Does a flat face lie at an end of the part, where something may rest against it?
        def outermost?(flat)
          @limits ||= {}
          most = @limits[flat.normal] ||= @shape.extent(flat.normal)[1]
          (most - flat.level).abs < LEVEL * 10
        end

        # The Round or Flat that a face belongs to; nil of others.
        def feature(name) = (flats + rounds).find { |f| f.faces.include?(name) }

        def blend?(name) = @shape.blend?(name)
        def round?(feature) = feature.is_a?(Round)
        def axis(round) = @shape.vector(round.line.direction)
        def coaxial?(a, b) = a.line.equal?(b.line)

        # The axis that most of the part is turned about; nil of a part without round faces.
        def main_line
          areas = Hash.new(0.0).compare_by_identity
          @shape.facts.each_value { |f| @shape.axis(f.name)&.then { |l| areas[l] += f.area unless blend?(f.name) } }
          areas.max_by { |_, area| area.round(3) }&.first
        end

        # What a plan takes it for (Modelling::TolerancePlan::CHARACTERS).
        def character = turned? ? 'turned' : 'prismatic'

        # Is it a turned part: does nothing of it reach out beyond what lies about its axis?
        def turned?
          line = main_line or return false
          axis = @shape.vector(line.direction)
          far = ->(fact) do
            fact
              .points
              .map { |p| Geometry::Vec.sub(p, line.origin) }
              .map { |v| Geometry::Vec.length(Geometry::Vec.cross(v, axis)) }
              .max
          end
          about, others = @shape.facts.each_value.partition { |f| @shape.axis(f.name).equal?(line) }
          about = about.reject { |f| f.span.concave? }
          about.any? && others.all? { |f| far[f] <= about.map(&far).max * (1 + SLACK) }
        end

        # Part of the radius of a turned part that chords of its faces may be off.
        SLACK = 0.02

        # Is there anything that is not the same all round an axis?
        def clocked?(line)
          axis = @shape.vector(line.direction)
          @shape.facts.each_value.any? do |f|
            own = @shape.axis(f.name)
            if own
              !own.equal?(line) && !blend?(f.name)
            elsif f.kind == :plane
              !Geometry::Vec.parallel?(f.surface.axis, axis, SQUARE)
            else
              !blend?(f.name)
            end
          end
        end

        # { face that closes a blind hole or a counterbore => flat face that it goes into }: all that such a floor meets
        # is the inside of round faces, and beyond those lies a face that looks the same way.
        def floors
          @floors ||= @shape.facts.each_value.select { |f| floor?(f) }.to_h { |f| [f.name, mouth(f)] }.compact
        end

        private

        def floor?(fact)
          others = @shape.touching.of(fact.name).keys
          fact.kind == :plane && others.any? && others.all? { |n| inside?(n) }
        end

        def mouth(fact)
          walls = @shape.touching.of(fact.name).keys
          beyond = walls.flat_map { |n| @shape.touching.of(n).keys }.uniq - [fact.name]
          flat = beyond.map { |n| @shape.facts[n] }.select { |f| f.kind == :plane }
          flat
            .select { |f| Geometry::Vec.dot(out(f), out(fact)) > 1 - SQUARE && level(f) > level(fact) + LEVEL }
            .max_by { |f| [level(f).round(3), f.name] }
            &.name
        end

        def inside?(name)
          fact = @shape.facts[name]
          %i[cylinder cone].include?(fact.kind) && fact.span.concave?
        end

        def line_key(fact) = @shape.axis(fact.name).object_id

        def round(list)
          line = @shape.axis(list[0].name)
          axis = @shape.vector(line.direction)
          along = list.flat_map { |f| f.points.map { |p| Geometry::Vec.dot(p, axis) } }.minmax
          Round.new(
            faces: list.map(&:name).sort,
            line: line,
            radius: list[0].surface.radius,
            concave: list[0].span.concave?,
            reach: along,
            area: list.sum(&:area)
          )
        end

        def flat(list)
          Flat.new(faces: list.map(&:name).sort, normal: out(list[0]), level: level(list[0]), area: list.sum(&:area))
        end

        # Out of the material.
        def out(fact)
          @outs ||= @model.solid.facets.to_h { |f| [f.face.name, f.normal] }
          @outs.fetch(fact.name)
        end

        def level(fact) = Geometry::Vec.dot(fact.points[0], out(fact))
      end
    end
  end
end
