# frozen_string_literal: true

module App
  module Commands
    # What a recipe evaluates to, in mm, mm2, mm3.
    class Inspect
      def self.call(text, source)
        started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        model = source.model_of(text)
        mass = source.mass(text)
        whole =
          model.assembled ||
            Nockplane::Solids::Assembled.new([model.solid], [[0, Nockplane::Solids::Transform::IDENTITY]])
        {
          kind: kind(model),
          solids: whole.bodies,
          closed: whole.closed?,
          faces: whole.kinds(joined: model.imported?),
          edges: whole.sum { |part| edges(part) },
          volume: mass.volume.round(4),
          area: mass.area.round(4),
          box: source.extent(text).map { |v| v.round(6) },
          centre: mass.centre.map { |v| v.round(6) },
          **weight(source, text, model, mass),
          parameters: model.parameters,
          warnings: model.warnings,
          **(
            model.imported? ?
              {
                report: model.report,
                incomplete: model.gaps,
                dimensions:
                  model.dimensions.map do |d|
                    { id: d.id, kind: d.kind, value: d.value, tolerance: d.tolerance, words: d.prefix, faces: d.faces }
                  end
              } :
              {}
          ),
          ms: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - started) * 1000).round(1)
        }
      end

      def self.kind(model)
        model.imported? ? (model.assembly? ? 'step assembly' : 'step') : (model.assembly? ? 'assembly' : 'recipe')
      end

      # Mass (kg) and inertia about the centre (kg mm2) by density; an assembly's components one by one, its own mass
      # their sum.
      def self.weight(source, text, model, mass)
        kg = source.weight(text)
        found = { error: mass.error, mass: kg&.round(6) }
        found = found.merge(name: model.name) if model.imported?
        if model.assembly?
          return found.merge(
            components:
              model.components.map { |c| { id: c.path, model: c.reference, purchased: c.purchased, hidden: c.hidden? } }
          )
        end

        density = Nockplane::Modelling::Materials.density(model.properties)
        found.merge(
          density: density,
          inertia: density && mass.inertia.map { |row| row.map { |v| (v * density * 1e-9).round(6) } },
          bodies: bodies(model.solid)
        )
      end

      def self.bodies(solid)
        Nockplane::Solids::Bodies
          .of(solid)
          .map do |b|
            Nockplane::Solids::Mass
              .of(b)
              .then { |m| { volume: m.volume.round(2), centre: m.centre.map { |v| v.round(4) } } }
          end
      end

      # Number of edges: connected stretches between the same two faces.
      def self.edges(solid)
        Nockplane::Projection::EdgeSet.new(solid).edges.reject { |e| e.kind == :inner }
                                      .group_by { |e| [e.f, e.g].map { |i| solid.facets[i].face.name }.sort }
                                      .sum { |_, list| stretches(list) }
      end

      def self.stretches(list)
        parent = {}
        root = ->(v) { parent[v] == v ? v : (parent[v] = root[parent[v]]) }
        list.each { |e| [e.a, e.b].each { |v| parent[v] ||= v } && (parent[root[e.a]] = root[e.b]) }
        parent.keys.map { |v| root[v] }.uniq.size
      end
      private_class_method :edges, :stretches, :weight, :bodies
    end
  end
end
