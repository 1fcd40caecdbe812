# frozen_string_literal: true

module Nockplane
  module Drawings
    # The kinds of annotation, one class a file, found by name. Everything else asks the kind and names none.
    module Annotations
      module_function

      # { name => kind }.
      def all
        @all ||=
          [
            Linear,
            Depth,
            Centres,
            Across,
            Diameter,
            HoleCallout,
            TurnedDiameter,
            Radius,
            TubeRadius,
            BallDiameter,
            BallRadius,
            ArcLength,
            PitchCircle,
            Angle,
            Chamfer,
            ToleranceFrame,
            Datum,
            SurfaceTexture,
            CentreLine,
            CentreMark,
            BoltCircle,
            HatchedArea,
            Text
          ].to_h { |k| [k::NAME, k.new] }.freeze
      end

      # The kind of an annotation (a cell), of what it measured, or of a model dimension. Raises KeyError for one that
      # is not known.
      def of(thing) = all.fetch(thing.kind.to_s)

      # Words of an annotation as they stand on a drawing of the standard.
      def words(standard, annotation) = of(annotation).words(standard, annotation)
    end
  end
end
