# frozen_string_literal: true

module Nockplane
  module Modelling
    # One part or sub-assembly of an imported assembly as a model of its own: a part standing where it was made, a
    # sub-assembly as it stands in the whole.
    module OnePart
      # Before the path of a sub-assembly.
      UNIT = 'unit: '

      module_function

      # reference: key of a part, or UNIT and a path. nil when there is none, or the assembly's parts are not known
      # apart.
      def of(model, reference)
        return unit(model, reference.delete_prefix(UNIT)) if reference.start_with?(UNIT)

        instance = model.components.find { |i| key(i) == reference && i.part } or return nil
        solid = model.parts[instance.part]
        made(
          solid,
          instance.properties,
          [instance.name, instance.reference].find { |n| !n.to_s.empty? },
          measured: Measured.all(solid)
        )
      end

      # What tells the part of an instance from others.
      def key(instance) = [instance.reference, instance.name, instance.part].join(' | ')

      # The instances under a path, their paths from there on.
      def unit(model, path)
        given = model.units[path] or return nil
        inside = model.components.select { |i| i.path.start_with?("#{path}:") && i.part }
        return nil if inside.empty?

        kept = inside.map(&:part).uniq
        solids = inside.map { |i| i.transform.place(model.parts[i.part], "#{i.path.delete_prefix("#{path}:")}:") }
        made(
          Solids::Mesh.compound(solids),
          given.properties,
          [given.name, given.reference].find { |n| !n.to_s.empty? },
          components: moved(inside, path, solids, kept),
          parts: kept.map { |k| model.parts[k] },
          units:
            model.units.select { |p, _| p.start_with?("#{path}:") }.transform_keys { |p| p.delete_prefix("#{path}:") }
        )
      end

      # Instances with paths of their own, and where their solids start in the compound.
      def moved(instances, path, solids, kept)
        vertex = facet = 0
        instances
          .zip(solids)
          .map do |instance, solid|
            own =
              instance.dup.tap do |i|
                i.path = i.path.delete_prefix("#{path}:")
                i.vertex, i.facet, i.part = vertex, facet, kept.index(i.part)
              end
            vertex += solid.xs.size
            facet += solid.facets.size
            own
          end
      end

      def made(solid, properties, name, **more)
        Model.new(
          solid: solid,
          values: {},
          parameters: [],
          dimensions: [],
          threads: {},
          features: [],
          warnings: [],
          properties: properties,
          name: name.to_s,
          colours: {},
          report: [],
          **more
        )
      end
    end
  end
end
