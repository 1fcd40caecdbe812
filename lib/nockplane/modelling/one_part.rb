# frozen_string_literal: true

module Nockplane
  module Modelling
    # One part or sub-assembly of an imported assembly as a model of its own: a part standing where it was made, a
    # sub-assembly as it stands in the whole.
    module OnePart
      # Before the path of a sub-assembly.
      UNIT = 'unit: '

      module_function

      # reference: key of a part, or UNIT and a path; names: { face record id => name }. nil when there is none, or the
      # assembly's parts are not known apart.
      def of(model, reference, names = {})
        return unit(model, reference.delete_prefix(UNIT), names) if reference.start_with?(UNIT)

        instance = model.components.find { |i| key(i) == reference && i.part } or return nil
        solid = named(model.parts[instance.part], names)
        made(
          solid,
          instance.properties,
          [instance.name, instance.reference].find { |n| !n.to_s.empty? },
          measured: Measured.all(solid)
        )
      end

      # What tells the part of an instance from others.
      def key(instance) = [instance.reference, instance.name, instance.part].join(' | ')

      # The key that a part has in another revision of its file: the same one, else that of the only part called so; nil
      # when there is none.
      def key_in(model, reference)
        return (reference if model.units.key?(reference.delete_prefix(UNIT))) if reference.start_with?(UNIT)

        keys = model.components.select(&:part).map { |i| key(i) }.uniq
        return reference if keys.include?(reference)

        called = reference.rpartition(' | ')[0]
        like = keys.select { |k| k.rpartition(' | ')[0] == called }
        like.size == 1 ? like[0] : nil
      end

      # A solid with its faces, called by their records, under the names given.
      def named(solid, names)
        return solid if names.empty?

        lasting = ->(name) { names[name[1..].to_i] || name }
        faces =
          Hash
            .new { |h, f| h[f] = Solids::Face.new(lasting[f.name], f.surface, f.aliases.map(&lasting)) }
            .compare_by_identity
        Solids::Solid.new(solid.xs, solid.ys, solid.zs, solid.facets.map { |f| f.with_face(faces[f.face]) })
      end

      # The instances under a path, their paths from there on.
      def unit(model, path, names)
        given = model.units[path] or return nil
        inside = model.components.select { |i| i.path.start_with?("#{path}:") && i.part }
        return nil if inside.empty?

        kept = inside.map(&:part).uniq
        parts = kept.to_h { |k| [k, named(model.parts[k], names)] }
        solids = inside.map { |i| i.transform.place(parts[i.part], "#{i.path.delete_prefix("#{path}:")}:") }
        made(
          Solids::Mesh.compound(solids),
          given.properties,
          [given.name, given.reference].find { |n| !n.to_s.empty? },
          components: moved(inside, path, solids, kept),
          parts: parts.values,
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
