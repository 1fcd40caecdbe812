# frozen_string_literal: true

module App
  module Commands
    # What a recipe evaluates to, in mm, mm2, mm3.
    class Inspect
      def self.call(text)
        started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        source = Nockplane::Linking::Source.new
        model = source.model_of(text)
        mass = source.mass(text)
        solid = model.solid
        {
          kind: 'recipe', solids: solid.shells.size, closed: solid.closed?,
          faces: solid.faces.group_by { |f| f.surface.kind }.transform_values(&:size), edges: edges(solid),
          volume: mass.volume.round(4), area: mass.area.round(4), box: Nockplane::Solids::Extent.of(solid).map { |v| v.round(6) }, centre: mass.centre.map { |v| v.round(6) },
          parameters: model.parameters, warnings: model.warnings, ms: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - started) * 1000).round(1)
        }
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
      private_class_method :edges, :stretches
    end
  end
end
