# frozen_string_literal: true

module Nockplane
  module Solids
    # A solid whose faces and facets are looked up by name often: an index over it for the time of one piece of work.
    class Indexed
      # The index of a solid; an index is taken as it is.
      def self.of(solid) = solid.is_a?(Indexed) ? solid : new(solid)

      def initialize(solid)
        @solid = solid
        @facets = solid.facets.group_by { |f| f.face.name }
        @faces = @facets.each_value.map { |list| list[0].face }
        @known = @faces.to_h { |f| [f.name, f] }
      end

      attr_reader :faces

      # What was worked out of the solid under a name before, else what the block gives.
      def kept(name)
        @kept ||= {}
        @kept.fetch(name) { @kept[name] = yield }
      end

      def point(id) = @solid.point(id)
      def along?(facet) = @solid.along?(facet)
      def face(name) = @known[name] || @solid.face(name)
      def facets_of(name) = @facets[name] || @solid.facets_of(name)

      # [Face] that stand for a name: the one that has it, one that took it in, or the pieces that it was cut into
      # ("rim~slot/side.left" of "rim"); [] where none does.
      def standing(name)
        @standing ||=
          @faces.each_with_object({}) do |face, all|
            face.names.flat_map { |n| [n, n.split('~')[0]] }.uniq.each { |n| (all[n] ||= []) << face }
          end
        @standing.fetch(name, [])
      end
    end
  end
end
