# frozen_string_literal: true

module Nockplane
  module Modelling
    # An assembly's model with its components moved by the steps of an explosion: the same solid, vertex for vertex, and
    # the same names. A component moves by the steps that name it, or what it stands in, and by nothing else.
    module Exploded
      module_function

      # moves: [[components named, [x, y, z] mm], ...].
      def of(model, moves)
        shifts = model.components.map { |instance| shift(instance, moves) }
        return model if shifts.none?

        Model.new(
          **model.to_h,
          solid: solid(model, shifts),
          components: model.components.zip(shifts).map { |i, s| s ? moved(i, s) : i },
          dimensions: [],
          measured: []
        )
      end

      # [[components, shift], ...] of an explosion's steps; distance: ->(step, path) mm; path: where they stand.
      def moves(steps, path)
        steps.each_with_index.map do |step, i|
          distance = yield(step, "#{path}[#{i}]")
          direction = Geometry::Vec.unit(step['direction'].map(&:to_f))
          [step['components'].map(&:to_s), Geometry::Vec.scale(direction, distance)]
        end
      end

      def shift(instance, moves)
        own = moves.select { |names, _| names.any? { |n| Arrangement.names?(n, instance.path) } }.map(&:last)
        own.empty? ? nil : own.reduce { |a, b| Geometry::Vec.add(a, b) }
      end

      def moved(instance, shift) = instance.dup.tap { |i| i.transform = i.transform.moved(shift) }

      # Each component's own stretch of the assembly's vertices and facets moved.
      def solid(model, shifts)
        shown = model.components.zip(shifts).reject { |i, _| i.hidden? }.sort_by { |i, _| [i.facet, i.vertex] }
        coordinates = [model.solid.xs.dup, model.solid.ys.dup, model.solid.zs.dup]
        facets = model.solid.facets.dup
        shown.each_with_index do |(instance, by), k|
          next unless by

          after = shown[k + 1]&.first
          vertices = instance.vertex...(after ? after.vertex : model.solid.xs.size)
          coordinates.each_with_index { |list, axis| vertices.each { |i| list[i] += by[axis] } }
          move(facets, instance.facet...(after ? after.facet : facets.size), coordinates, by)
        end
        Solids::Solid.new(*coordinates, facets)
      end

      Pool = Struct.new(:xs, :ys, :zs)

      def move(facets, range, coordinates, by)
        pool = Pool.new(*coordinates)
        shift = Solids::Transform::IDENTITY.moved(by)
        faces = Hash.new { |h, face| h[face] = shift.face(face) }.compare_by_identity
        range.each do |i|
          f = facets[i]
          d = f.d + Geometry::Vec.dot(f.normal, by)
          facets[i] = Solids::Facet.over(pool, f.loops, faces[f.face], [f.nx, f.ny, f.nz, d])
        end
      end
      private_class_method :shift, :moved, :solid, :move
    end
  end
end
