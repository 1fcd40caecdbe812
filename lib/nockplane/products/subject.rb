# frozen_string_literal: true

module Nockplane
  module Products
    # What a view shows: which model (id), at which revision (number), which variant of it (a row's name, nil for none),
    # in which state: nil as made, "exploded" for an assembly with its explode steps done, "flat" for sheet metal laid
    # flat.
    class Subject
      EXPLODED = 'exploded'
      FLAT = 'flat'

      attr_reader :model, :revision, :variant, :state

      def initialize(model, revision, variant = nil, state = nil)
        @model = model
        @revision = revision
        @variant = variant
        @state = state
        freeze
      end

      def exploded? = @state == EXPLODED
      def flat? = @state == FLAT
      def at(revision) = Subject.new(@model, revision, @variant, @state)
      def to_a = [@model, @revision, @variant, @state]
      def ==(other) = other.is_a?(Subject) && to_a == other.to_a
      alias eql? ==
      def hash = to_a.hash
    end
  end
end
