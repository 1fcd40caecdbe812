# frozen_string_literal: true

module Nockplane
  module Solids
    # What a facet belongs to: a face with a lasting name, its analytic surface, and names merged into it.
    Face = Struct.new(:name, :surface, :aliases) do
      def initialize(name, surface, aliases = [])
        super(name.dup.freeze, surface, aliases.map { |a| a.dup.freeze }.freeze)
        freeze
      end

      def named?(wanted) = name == wanted || aliases.include?(wanted)
      def renamed(to) = Face.new(to, surface, aliases)
    end
  end
end
