# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # The occurrences of an assembly with the solids of their bodies, each where it stands.
      class Assembled
        # solid: ->(Products::Body) giving a Solid with named faces, or nil; properties: ->(Products::Product).
        def initialize(products, occurrences, solid, properties)
          @products = products
          @properties = properties
          @placed = occurrences.filter_map { |o| (s = solid.call(o.body)) && [o, s] }
        end

        def empty? = @placed.empty?

        # { label => Solid where it was made } of every body.
        def parts
          labels = {}
          @placed.each_with_object({}) do |(o, solid), all|
            all[labels[o.body.key] ||= "#{o.product.number} #{labels.size + 1}"] ||= solid
          end
        end

        # Facets in all places.
        def facets = @placed.sum { |_, solid| solid.facets.size }

        # All of it as one Solid, the faces of every occurrence behind its path.
        def solid = Solids::Mesh.compound(copies)

        # [Modelling::Assembly::Instance]
        def instances
          @instances ||= begin
            numbers = {}.compare_by_identity
            vertex = facet = 0
            @placed.zip(copies).map do |(o, solid), moved|
              part = o.transform.mirrors? ? nil : (numbers[solid] ||= numbers.size)
              instance(o, vertex, facet, part).tap do
                vertex += moved.xs.size
                facet += moved.facets.size
              end
            end
          end
        end

        # The solids that Instance#part counts; none where some occurrence is none of them.
        def kinds
          return [] unless instances.all?(&:part)

          @placed.map(&:last).uniq(&:object_id)
        end

        # Sub-assemblies by their paths.
        def units
          @products.sub_assemblies.transform_values do |p|
            Modelling::Assembly::Unit.new(p.number, p.name, @properties.call(p), false)
          end
        end

        private

        def copies = @copies ||= @placed.map { |o, solid| copy_of(solid, o) }

        def copy_of(solid, occurrence)
          prefix = "#{occurrence.path}:"
          move = occurrence.transform
          move.mirrors? ? move.apply(solid) { |name| "#{prefix}#{name}" } : move.place(solid, prefix)
        end

        def instance(occurrence, vertex, facet, part)
          product = occurrence.product
          Modelling::Assembly::Instance.new(
            occurrence.path,
            product.number,
            product.name,
            @properties.call(product),
            occurrence.transform,
            false,
            vertex,
            facet,
            part
          )
        end
      end
    end
  end
end
