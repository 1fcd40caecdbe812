# frozen_string_literal: true

module Nockplane
  module Solids
    # What a facet belongs to: a face with a lasting name, its analytic surface, and names merged into it.
    Face = Struct.new(:name, :surface, :aliases) do
      def initialize(name, surface, aliases = [])
        super(name.dup.freeze, surface, aliases.map { |a| a.dup.freeze }.freeze)
        freeze
      end

      # The face that some become: named as the first of them, the others' names lead to it.
      def self.of_pieces(faces)
        names = faces.flat_map(&:names).uniq
        new(names[0], faces[0].surface, names.drop(1))
      end

      # Its own name, and those merged into it.
      def names = [name, *aliases]
      def named?(wanted) = name == wanted || aliases.include?(wanted)
      def renamed(to) = Face.new(to, surface, aliases)
    end
  end
end
