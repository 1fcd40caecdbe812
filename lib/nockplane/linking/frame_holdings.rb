# frozen_string_literal: true

module Nockplane
  module Linking
    # What the tolerance frames of a model hold of its faces (Definition::Holding), with the faces of their datums.
    class FrameHoldings
      # What each characteristic holds (standards.md 10.1).
      PINS = {
        'position' => :place,
        'concentricity' => :place,
        'symmetry' => :place,
        'surface_profile' => :surface,
        'line_profile' => :surface,
        'angularity' => :turn,
        'perpendicularity' => :turn,
        'parallelism' => :turn,
        'circular_runout' => :coaxial,
        'total_runout' => :coaxial
      }.freeze

      # A frame of the model: its dimension, Tolerancing::Frame, holding.
      Held = Struct.new(:dimension, :frame, :holding)

      # [Held] of a Modelling::Model.
      def self.of(model) = new(model).all

      def initialize(model)
        @model = model
      end

      def all
        @model
          .dimensions
          .select { |d| d.kind == :tolerance_frame }
          .filter_map do |d|
            frame = Tolerancing::Frame.parse(d.prefix)
            frame && Held.new(d, frame, holding(d, frame))
          end
      end

      # { letter => names of its faces }
      def datums
        @datums ||= @model.dimensions.select { |d| d.kind == :datum }.to_h { |d| [d.prefix, d.faces] }
      end

      private

      def holding(dimension, frame)
        Definition::Holding.new(
          key: dimension.id,
          pins: PINS.fetch(frame.key, :form),
          faces: dimension.faces,
          datums: frame.letters.map { |l| datums[l] }.compact
        )
      end
    end
  end
end
