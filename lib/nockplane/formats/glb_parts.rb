# frozen_string_literal: true

module Nockplane
  module Formats
    # What of a model is written once to glTF (Glb), and where it stands: a part as a whole, or the parts of an
    # assembly, those that are alike together.
    class GlbParts
      # name: what a reader may call it; prefix: what the names of its faces begin with in the model ("" or
      # "wheel:ring:"); facets: their range in the model's solid; vertices: likewise, nil for all; places: [[path or
      # nil, matrix of sixteen or nil], ...].
      Part = Struct.new(:name, :prefix, :facets, :vertices, :places) do
        # A face's name without that of its instance.
        def local(face) = face.delete_prefix(prefix)
      end

      # mm within which two placed parts are one.
      ALIKE = 1e-6

      # [Part] of a Modelling::Model.
      def self.of(model)
        shown = model.components.reject(&:hidden?)
        return [Part.new('faces', '', (0...model.solid.facets.size), nil, [[nil, nil]])] if shown.empty?

        new(model, shown).parts
      end

      def initialize(model, shown)
        @solid = model.solid
        @colours = model.colours
        @shown = shown.sort_by(&:facet)
        @ends = @shown.drop(1).map { |i| [i.vertex, i.facet] } << [@solid.xs.size, @solid.facets.size]
      end

      def parts
        found = Hash.new { |h, k| h[k] = [] }
        @shown.zip(@ends) do |instance, (vertex, facet)|
          vertices = instance.vertex...vertex
          facets = instance.facet...facet
          known = found[[instance.component, vertices.size, facets.size, colours(instance, facets)]]
          part, move = alike(known, instance, vertices)
          next part.places << [instance.path, matrix(move)] if part

          known << [
            Part.new(instance.component, "#{instance.path}:", facets, vertices, [[instance.path, nil]]),
            instance
          ]
        end
        found.values.flatten(1).map(&:first)
      end

      private

      def colours(instance, facets)
        return nil if @colours.empty?

        facets
          .map { |i| @solid.facets[i].face.name }
          .uniq
          .map { |name| [name.delete_prefix("#{instance.path}:"), @colours[name]] }
      end

      # [Part, move from where it is written to this instance] among those known; nil when none has its shape.
      def alike(known, instance, vertices)
        known.each do |part, first|
          move = instance.transform.after(first.transform.inverse)
          return [part, move] if same?(part.vertices, vertices, move)
        end
        nil
      end

      # First, last and some corners between stand where they should.
      def same?(from, to, move)
        step = [from.size / 16, 1].max
        [*(0...from.size).step(step), from.size - 1].all? do |k|
          Geometry::Vec.distance(move.point(@solid.point(from.begin + k)), @solid.point(to.begin + k)) < ALIKE
        end
      end

      # Column by column, as glTF has it.
      def matrix(move)
        axes = [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]].map { |e| move.direction(e) }
        [*axes.flat_map { |a| [*a, 0.0] }, *move.point([0.0, 0.0, 0.0]), 1.0]
      end
    end
  end
end
