# frozen_string_literal: true

module Nockplane
  module Definition
    # Where a cone ends: circles it has in common with a flat face square to its axis, or with another turned face on
    # it. A cone is given by two of: its slope, the radii and the levels of its ends.
    class ConeEnds
      # level: mm along the axis; radius: mm; other: name of the face there.
      End = Struct.new(:level, :radius, :other, :level_unknown, :radius_unknown)

      # mm that points of an end may be off its circle (they lie on a mesh).
      OFF = 0.02

      # [slope, apex] of a cone along a direction of its axis: change of radius per mm, and mm where the radius is
      # none.
      def self.sizes(surface, vector)
        sense = Geometry::Vec.dot(surface.axis, vector).positive? ? 1 : -1
        [surface.slope * sense, Geometry::Vec.dot(surface.origin, vector) - (surface.radius / (surface.slope * sense))]
      end

      def initialize(shape)
        @shape = shape
      end

      # [End] of a cone, by name.
      def of(name)
        return [] unless @shape.axis(name)

        (@ends ||= {})[name] ||= @shape
          .touching
          .of(name)
          .filter_map { |other, meeting| ending(name, other, meeting.points) }
      end

      # Rows that tie a cone's slope and apex to its ends.
      def rows(name)
        slope, apex = @shape.size[name]
        t, a = [slope, apex].map { |u| @shape.unknowns[u].value }
        of(name).map do |e|
          row = Hash.new(0.0)
          row[e.radius_unknown] += 1.0
          row[e.level_unknown] -= t
          row[apex] += t
          row[slope] -= e.level - a
          row.to_a.to_h
        end
      end

      private

      def ending(name, other, points)
        line = @shape.axis(name)
        levels = points.map { |p| line.along(p) }
        level = levels.sum / levels.size
        t, a = @shape.size[name].map { |u| @shape.unknowns[u].value }
        return nil unless levels.minmax.then { |lo, hi| hi - lo < OFF }

        level = exactly(other, line, level, t, a)
        radius = (t * (level - a)).abs
        return nil unless radius > OFF

        radius_unknown = radius_of(other, line, level, radius) or return nil
        End.new(level, radius, other, @shape.unknowns.level(line.direction, level), radius_unknown)
      end

      # The level of an end by the surfaces that meet there, not by the mesh.
      def exactly(other, line, level, slope, apex)
        surface = @shape.facts[other].surface
        case surface.kind
        when :plane
          line.along(surface.origin)
        when :cylinder
          apex + (surface.radius / slope * ((level - apex) * slope <=> 0.0))
        else
          level
        end
      end

      def radius_of(other, line, level, radius)
        facts = @shape.facts[other]
        return @shape.radius(other) if facts.kind == :cylinder && @shape.axis(other).equal?(line)

        square =
          facts.kind == :plane && Geometry::Vec.parallel?(facts.surface.axis, @shape.vector(line.direction), 1e-5)
        same = facts.kind == :cone && !@shape.axis(other).nil? && @shape.axis(other).equal?(line)
        return nil unless square || same

        @shape.unknowns.keyed([:rim, line.object_id, level.round(3), radius.round(3)], :rim, radius)
      end
    end
  end
end
