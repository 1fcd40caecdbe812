# frozen_string_literal: true

module Nockplane
  module Products
    # Exact volume, area and moments of a model from two meshes of it (Solids::Mass.extrapolated); of an assembly once
    # for each of its parts.
    class Weighing
      # coarse: Modelling::Model; fine: the same twice as fine, or its parts alone, [Solid], in the order of the
      # model's.
      def self.of(coarse, fine) = new(coarse, fine).mass

      def initialize(coarse, fine)
        @coarse = coarse
        @fine = fine
      end

      # Solids::Mass::Properties
      def mass
        return Solids::Mass.extrapolated(@coarse.solid, @fine.solid) unless @coarse.assembled

        pairs =
          shown(@coarse).each_with_index.map { |instance, k| [@coarse.parts[instance.part], partner(instance, k)] }
        kinds = pairs.uniq { |pair| pair.map(&:object_id) }
        number = kinds.each_with_index.to_h { |pair, k| [pair.map(&:object_id), k] }
        copies = pairs.zip(shown(@coarse)).map { |pair, instance| [number[pair.map(&:object_id)], instance.transform] }
        Solids::Assembled.new(kinds.map(&:first), copies).mass(
          kinds.map { |one, other| Solids::Mass.extrapolated(one, other) }
        )
      end

      private

      def shown(model) = model.components.reject(&:hidden?)

      # The finer mesh of a placed part. (The two models may tell their parts apart differently; where they have not the
      # same ones, a part is its own partner, and what is extrapolated is its volume filled up to the surfaces.)
      def partner(instance, place)
        return matching(@fine, instance.part) if @fine.is_a?(Array)

        other = shown(@fine)[place]
        other&.path == instance.path && other.part ? @fine.parts[other.part] : @coarse.parts[instance.part]
      end

      def matching(parts, index) = parts.size == @coarse.parts.size ? parts[index] : @coarse.parts[index]
    end
  end
end
