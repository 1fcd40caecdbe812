# frozen_string_literal: true

module Nockplane
  module Products
    # What a view shows: which model (id), at which revision (number), which variant of it (a row's name, nil for none),
    # in which state: nil as made, "exploded" for an assembly with its explode steps done ("exploded/NAME" with those of
    # an explosion that has a name), "flat" for sheet metal laid flat.
    class Subject
      EXPLODED = 'exploded'
      FLAT = 'flat'

      # The state of an explosion by name ('': the one without).
      def self.exploded(name) = name.empty? ? EXPLODED : "#{EXPLODED}/#{name}"

      attr_reader :model, :revision, :variant, :state

      def initialize(model, revision, variant = nil, state = nil)
        @model = model
        @revision = revision
        @variant = variant
        @state = state
        freeze
      end

      def exploded? = !explosion.nil?
      # Name of the explosion, '' of the one without; nil as made or flat.
      def explosion = @state&.match(%r{\A#{EXPLODED}(?:/(.+))?\z}m)&.then { |m| m[1].to_s }
      def flat? = @state == FLAT
      # The same as made.
      def made = Subject.new(@model, @revision, @variant)
      def at(revision) = Subject.new(@model, revision, @variant, @state)
      def to_a = [@model, @revision, @variant, @state]
      def ==(other) = other.is_a?(Subject) && to_a == other.to_a
      alias eql? ==
      def hash = to_a.hash
    end
  end
end
