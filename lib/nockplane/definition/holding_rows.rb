# frozen_string_literal: true

module Nockplane
  module Definition
    # The rows that tolerance frames add to what is known of a Shape: a face is held along a direction, or against being
    # turned, as far as the frame's datums take away that freedom (ISO 5459, standards.md 10.4), against the datum that
    # lies that way; faces of one frame besides against one another.
    class HoldingRows
      # Parts of a unit vector below which a direction has no part along another.
      NONE = 1e-6

      # What a datum feature fixes, as wrenches.
      def self.rows_of(surface)
        case surface.kind
        when :plane
          Tolerancing::DatumSystem.plane(surface.origin, surface.axis)
        when :cylinder
          Tolerancing::DatumSystem.cylinder(surface.origin, surface.axis)
        when :sphere
          Tolerancing::DatumSystem.sphere(surface.origin)
        when :cone, :torus
          Tolerancing::DatumSystem.cone(surface.origin, surface.axis)
        else
          []
        end
      end

      def initialize(shape)
        @shape = shape
        @unknowns = shape.unknowns
      end

      # [row, ...] of a Holding.
      def call(holding)
        @datums = holding.datums.map { |names| names.select { |n| @shape.facts.key?(n) } }.reject(&:empty?)
        @basis = []
        @datums.each do |names|
          HoldingRows.rows_of(@shape.facts[names[0]].surface).each { |row| Tolerancing::DatumSystem.add(@basis, row) }
        end
        faces = holding.faces.select { |n| @shape.facts.key?(n) }
        send(holding.pins, faces).reject(&:empty?).uniq
      end

      private

      def form(_faces) = []
      # (Its axis is the datum's: what is on one axis needs no saying.)
      def coaxial(faces) = faces.flat_map { |n| turn([n]) }

      def turn(faces)
        faces.flat_map do |name|
          direction = direction_of(name) or next []
          @shape.tilts(direction).filter_map { |unknown, way| turning(unknown, direction, way) }
        end
      end

      # (A tilt is a turn about what is square to the direction and to the way its tip goes.)
      def turning(unknown, direction, way)
        about = Geometry::Vec.cross(@shape.vector(direction), way)
        { unknown => 1.0 } if taken?([0.0, 0.0, 0.0, *about])
      end

      def place(faces)
        lines = faces.filter_map { |n| @shape.axis(n) }.uniq(&:object_id)
        held = lines.flat_map { |line| along(line) } + turn(faces)
        levels = faces.reject { |n| @shape.axis(n) }.flat_map { |n| level(n) }
        held + levels + mutual(lines)
      end

      # Of an axis, along the two directions that it lies in.
      def along(line)
        line
          .across
          .zip(line.unknowns)
          .filter_map do |direction, unknown|
            vector = @shape.vector(direction)
            against(unknown, direction, vector) if taken?(force(line.origin, vector))
          end
      end

      # Axes of one frame against the first, where the datums leave them free together (ISO 5458, a pattern).
      def mutual(lines)
        first, *others = lines
        others
          .select { |l| l.across == first.across }
          .flat_map do |line|
            line.unknowns.zip(first.unknowns).map { |a, b| Definition.sum([{ a => 1.0 }, 1.0], [{ b => 1.0 }, -1.0]) }
          end
      end

      def surface(faces)
        faces.flat_map do |name|
          sizes = @shape.size[name].map { |u| { u => 1.0 } }
          sizes + (@shape.axis(name) ? place([name]) + ends(name) : level(name) + turn([name]))
        end
      end

      # Of what has a level along its own axis, as a sphere or a torus.
      def ends(name)
        line = @shape.axis(name)
        own = @shape.place[name] - line.unknowns - @shape.tilts(line.direction).map(&:first)
        own.filter_map do |unknown|
          vector = @shape.vector(line.direction)
          against(unknown, line.direction, vector) if taken?(force(line.origin, vector))
        end
      end

      # Of a plane, along its normal.
      def level(name)
        unknown = @shape.place[name][0] or return []
        return [] unless @shape.plane?(name)

        direction = @unknowns[unknown].direction
        vector = @shape.vector(direction)
        taken?(force(@shape.facts[name].middle, vector)) ? [against(unknown, direction, vector)] : []
      end

      # A row that says an unknown along a direction against the datum that lies that way, or those that it has parts
      # along.
      def against(unknown, direction, vector)
        direct = base(direction)
        return Definition.sum([{ unknown => 1.0 }, 1.0], [{ direct => 1.0 }, -1.0]) if direct

        parts =
          (0..2).filter_map do |d|
            share = Geometry::Vec.dot(vector, @shape.vector(d))
            own = base(d)
            [{ own => 1.0 }, -share] if own && share.abs > NONE
          end
        Definition.sum([{ unknown => 1.0 }, 1.0], *parts)
      end

      # The unknown of the first datum along a direction; nil where none lies that way.
      def base(direction)
        @datums.flatten.each do |name|
          line = @shape.axis(name)
          at = line && line.across.index(direction)
          return line.unknowns[at] if at
          return @shape.place[name][0] if line.nil? && level_along?(name, direction)
        end
        nil
      end

      def level_along?(name, direction)
        unknown = @shape.place[name][0]
        unknown && @shape.plane?(name) && @unknowns[unknown].direction == direction
      end

      def direction_of(name)
        line = @shape.axis(name)
        return line.direction if line

        unknown = @shape.place[name][0]
        unknown && @shape.plane?(name) ? @unknowns[unknown].direction : nil
      end

      def force(point, vector) = [*vector, *Geometry::Vec.cross(point, vector)]

      # Do the datums take this freedom away?
      def taken?(row) = !Tolerancing::DatumSystem.add(@basis.dup, row)
    end
  end
end
