# frozen_string_literal: true

module Nockplane
  module Issuing
    # The characteristics that a model itself says: its sizes with what they may be, and its tolerance frames, numbered.
    class ModelCharacteristics
      include Numbered

      # model: Modelling::Model; general: call-out of general tolerances, nil for none; known: { key => number } of the
      # issue before.
      def initialize(model, general: 'ISO 2768-m', known: {})
        @model = model
        @general = general
        @known = known
      end

      # { key => names of the faces that it is said of }
      def faces = inspected.to_h { |d| [d.id, d.faces] }

      private

      def unnumbered = inspected.map { |d| row(d) }.uniq(&:key)

      def inspected
        @model.dimensions.select do |d|
          kind = Drawings::Annotations.all[d.kind.to_s]
          kind&.inspected? && !Tolerancing::Tolerance.exact?(d.tolerance)
        end
      end

      def row(dimension)
        kind = Drawings::Annotations.of(dimension)
        limits = kind.size? ? Limits.of(dimension, kind, @general) : {}
        Characteristics::Row.new(
          key: dimension.id,
          what: kind.title,
          words: Linking::SaidInModel.words(dimension),
          **limits
        )
      end
    end
  end
end
