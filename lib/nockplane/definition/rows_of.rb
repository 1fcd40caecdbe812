# frozen_string_literal: true

module Nockplane
  module Definition
    # The rows that a Saying adds to what is known of a Shape. [] where it says nothing of its faces.
    class RowsOf
      OFF = 1e-3

      def initialize(shape, ends)
        @shape = shape
        @unknowns = shape.unknowns
        @ends = ends
      end

      # [[row, ...] that come with it, [row, ...] that it says itself].
      def call(saying)
        @beside = []
        said = send(saying.says, saying)
        [@beside, said.reject(&:empty?)]
      end

      # { setback in mm => { face name => rows that say it } } of chamfers of 45 degrees.
      def bevels_by_setback
        found =
          @shape.facts.each_value.filter_map do |f|
            mm = bevel(f.name)
            [mm.round(3), f.name, f.kind == :cone ? bevelled_rim(f.name) : bevelled_edge(f.name)] if mm
          end
        found.group_by(&:first).transform_values { |list| list.to_h { |_, name, rows| [name, rows] } }
      end

      # The faces a saying covers: those it stands on, and where it counts several, those alike in their feature.
      def covered(saying)
        named = saying.faces.flat_map { |n| standing(n) }
        return named if named.empty?

        roots = named.map { |n| root(n) }.uniq
        kin =
          @shape.facts.keys.select do |n|
            (roots.include?(root(n)) || one_treatment?(n, named[0])) && alike?(n, named[0])
          end
        saying.count.to_i > 1 || kin.size > named.size ? named | kin : named
      end

      private

      # The face of a name, or the pieces that it was cut into.
      def standing(name)
        return [name] if @shape.facts.key?(name)

        base = name.split('~')[0]
        @shape.facts.keys.select { |n| n == base || n.start_with?("#{base}~") || n.split('~')[0] == base }
      end

      # The name of a face without the number of its copy and the piece it is.
      def root(name) = name.split('~')[0].gsub(/\[[\d,]+\]/, '')

      # Are two rounds or chamfers made by one feature? (Their names tell the edges they took away.)
      def one_treatment?(a, b)
        treated = ->(name) { name.include?('+') }
        treated[a] && treated[b] && root(a)[%r{\A[^/]+/}] == root(b)[%r{\A[^/]+/}]
      end

      def alike?(a, b)
        f, g = [a, b].map { |n| @shape.facts[n] }
        return false unless f.kind == g.kind || (f.tube && g.tube)

        return (f.tube - g.tube).abs < Unknowns::SAME if f.tube

        mine, other = [a, b].map { |n| bevel(n) }
        mine.nil? || other.nil? || same?(mine, other)
      end

      # mm of a chamfer's setback; nil of what is none.
      def bevel(name)
        @bevels ||= {}
        @bevels.fetch(name) { @bevels[name] = @shape.facts[name].kind == :cone ? setback(name) : edge_setback(name) }
      end

      def round(saying)
        covered(saying).filter_map { |name| round_of(name, saying) }.uniq
      end

      def round_of(name, saying)
        return rim_of(name, saying.radius) if @shape.facts[name].kind == :cone

        unknown = ring?(name, saying.radius) ? @shape.size[name][1] : @shape.radius(name)
        unknown && { unknown => 1.0 }
      end

      # Is it the ring, not the tube of it, that has the radius?
      def ring?(name, radius)
        surface = @shape.facts[name].surface
        surface.kind == :torus && !@shape.blend?(name) && same?(radius, surface.radius) && !same?(radius, surface.minor)
      end

      def rim_of(name, radius)
        found = radius && @ends.of(name).find { |e| (e.radius - radius).abs < OFF }
        found && { found.radius_unknown => 1.0 }
      end

      def level(saying)
        vector = saying.direction or return []
        steps = saying.count.to_i > 1 ? saying.count.to_i : 1
        (0...steps).map do |i|
          a, b = [i, i + 1].map { |k| Geometry::Vec.along(saying.from, vector, k * saying.value) }
          a, b = saying.from, saying.to if steps == 1
          Definition.sum([ending(b, vector, saying.faces), 1.0], [ending(a, vector, saying.faces), -1.0])
        end
      end

      # How a point that a distance ends at moves along its direction, as a row.
      def ending(point, vector, names)
        direction = @unknowns.direction(vector)
        along = @shape.vector(direction)
        sense = Geometry::Vec.dot(along, vector).positive? ? 1.0 : -1.0
        found =
          on_level(direction, Geometry::Vec.dot(point, along)) || on_round(point, along, names) ||
            on_slant(point, along, names) || { loose(direction, point) => 1.0 }
        found.transform_values { |c| c * sense }
      end

      # Where a point is that belongs to no face known.
      def loose(direction, point)
        @unknowns.keyed([:loose, direction, *point.map { |c| c.round(3) }], :loose, 0.0)
      end

      def on_level(direction, at) = @unknowns.level?(direction, at)&.then { |u| { u => 1.0 } }

      # The axis of a turned face, or its outline.
      def on_round(point, vector, names)
        named = names.flat_map { |n| standing(n) }
        all = (named | @shape.facts.keys).select { |n| @shape.axis(n)&.square?(vector) }
        offs = all.to_h { |n| [n, Geometry::Vec.dot(point, vector) - @shape.axis(n).at(vector)] }
        on = all.find { |n| offs[n].abs < OFF && (named.include?(n) || @shape.lines.include?(@shape.axis(n))) }
        return @shape.axis(on).row(vector) if on

        limb = all.find { |n| limb?(n, offs[n]) && (named.include?(n) || outermost?(point, vector)) }
        limb &&
          Definition.sum(
            [@shape.axis(limb).row(vector), 1.0],
            [{ @shape.radius(limb) => 1.0 }, (offs[limb] <=> 0.0).to_f]
          )
      end

      # Is something as far off the axis of a cylinder as its outline?
      def limb?(name, off)
        @shape.facts[name].kind == :cylinder && (off.abs - @shape.facts[name].surface.radius).abs < OFF
      end

      # Does a point lie at an end of the part?
      def outermost?(point, vector)
        limits = (@limits ||= {})[vector] ||= @shape.extent(vector)
        limits.any? { |at| (at - Geometry::Vec.dot(point, vector)).abs < 0.1 }
      end

      # A corner of a slanted face: where it is along a direction follows from the face and from the levels of the
      # others that meet there.
      def on_slant(point, vector, names)
        named = names.flat_map { |n| standing(n) }
        slanted =
          @shape.facts.each_value.select do |f|
            f.kind == :plane && @shape.place[f.name].size > 1 && f.surface.distance(point).abs < OFF &&
              (named.include?(f.name) || f.points.any? { |p| Geometry::Vec.distance(p, point) < 0.05 })
          end
        slanted = slanted.select { |f| Geometry::Vec.dot(f.surface.axis, vector).abs > 1e-4 }
        return nil if slanted.empty?

        corner = corner_at(point, @unknowns.direction(vector))
        slanted.each { |f| @beside << corner_row(f, point, vector, corner) }
        { corner => 1.0 }
      end

      def corner_row(face, point, vector, corner)
        normal = @shape.vector(@unknowns[@shape.place[face.name][0]].direction)
        row =
          Definition.sum(
            [@shape.plane_row(face.name, point), -1.0],
            [{ corner => 1.0 }, Geometry::Vec.dot(normal, vector)]
          )
        (0..2).each do |d|
          other = @shape.vector(d)
          lean = Geometry::Vec.dot(normal, other)
          next if lean.abs < 1e-6 || Geometry::Vec.dot(other, vector).abs > 1e-4

          row = Definition.sum([row, 1.0], [{ (on_plane(d, point) || corner_at(point, d)) => 1.0 }, lean])
        end
        row
      end

      # Where a corner is along a direction: a number of its own.
      def corner_at(point, direction)
        @unknowns.keyed([:corner, direction, *point.map { |c| c.round(3) }], :loose, 0.0)
      end

      # The level of a flat face along a direction that a point lies on; nil for none.
      def on_plane(direction, point)
        found = @unknowns.level?(direction, Geometry::Vec.dot(point, @shape.vector(direction)))
        found if found && @unknowns[found].faces.any? { |n| @shape.plane?(n) }
      end

      def angle(saying)
        named = saying.faces.flat_map { |n| standing(n) }
        cones = covered(saying).select { |n| @shape.facts[n].kind == :cone && @shape.axis(n) }
        return cones.map { |n| { @shape.size[n][0] => 1.0 } }.uniq unless cones.empty?

        turns = named.select { |n| @shape.plane?(n) }.flat_map { |n| @shape.place[n].drop(1) }
        turns = axes_of(named) if turns.empty?
        # (Of what leans one way only the angle is told; of two faces that lean it is the first's.)
        turns.uniq.first(1).map { |t| { t => 1.0 } }
      end

      def axes_of(names)
        names.filter_map { |n| @shape.axis(n) }.flat_map { |l| @shape.tilts(l.direction).map(&:first) }
      end

      # A chamfer by its setback at 45 degrees (or as it is drawn): its slope, and how far it reaches into its
      # neighbour.
      def chamfer(saying)
        covered(saying)
          .flat_map do |name|
            case @shape.facts[name].kind
            when :cone
              @shape.axis(name) ? bevelled_rim(name) : []
            when :plane
              bevelled_edge(name)
            else
              []
            end
          end
          .uniq
      end

      def bevelled_rim(name)
        slope = { @shape.size[name][0] => 1.0 }
        ends = @ends.of(name).sort_by(&:radius)
        return [slope] if ends.size < 2

        [slope, Definition.sum([{ ends[1].radius_unknown => 1.0 }, 1.0], [{ ends[0].radius_unknown => 1.0 }, -1.0])]
      end

      def bevelled_edge(name)
        level, *turns = @shape.place[name]
        normal = @shape.vector(@unknowns[level].direction)
        flat = (0..2).map { |d| [d, Geometry::Vec.dot(normal, @shape.vector(d))] }.reject { |_, c| c.abs < 1e-6 }
        row =
          flat.reduce({ level => 1.0 }) do |sum, (d, lean)|
            side =
              @shape
                .touching
                .of(name)
                .keys
                .find { |n| @shape.plane?(n) && @unknowns[@shape.place[n][0]].direction == d }
            side ? Definition.sum([sum, 1.0], [{ @shape.place[side][0] => 1.0 }, -lean]) : sum
          end
        turns.map { |t| { t => 1.0 } } + [row]
      end

      # Holes evenly on a circle: all are where they are from its centre.
      def pitch_circle(saying)
        lines = covered(saying).filter_map { |n| @shape.axis(n) }.uniq(&:object_id)
        lines = lines.select { |l| (distance(l, saying.centre) - (saying.value / 2)).abs < OFF }
        lines.flat_map { |line| from_centre(line, saying.centre) }
      end

      def distance(line, point)
        out = Geometry::Vec.sub(line.origin, point)
        axis = @shape.vector(line.direction)
        Geometry::Vec.length(Geometry::Vec.along(out, axis, -Geometry::Vec.dot(out, axis)))
      end

      def from_centre(line, centre)
        line.across.map do |d|
          vector = @shape.vector(d)
          own = @unknowns.level(d, Geometry::Vec.dot(centre, vector))
          Definition.sum([line.row(vector), 1.0], [{ own => 1.0 }, -1.0])
        end
      end

      def rounds(saying)
        names = @shape.facts.keys.select { |n| @shape.blend?(n) && @shape.facts[n].tube }
        names.select { |n| same?(@shape.facts[n].tube, saying.radius) }.map { |n| { @shape.radius(n) => 1.0 } }.uniq
      end

      def bevels(saying)
        bevels_by_setback.select { |setback, _| same?(setback, saying.value) }.values.flat_map(&:values).flatten(1)
      end

      def shapes(_saying)
        @unknowns.each_index.select { |u| @unknowns[u].kind == :shape }.map { |u| { u => 1.0 } }
      end

      # mm that a cone takes of an edge at 45 degrees; nil where it is no chamfer.
      def setback(name)
        ends = @ends.of(name).map(&:radius).sort
        return nil unless ends.size == 2 && same?(@unknowns[@shape.size[name][0]].value.abs, 1.0)

        reach = ends[1] - ends[0]
        sink = @shape.facts[name].span.concave? ? Modelling::Chamfers::SINK : 1.0
        reach < sink * ends[0] ? reach : nil
      end

      def edge_setback(name) = Bevel.of(@shape, name)&.setback
      def same?(a, b) = !a.nil? && !b.nil? && (a - b).abs < OFF
    end
  end
end
