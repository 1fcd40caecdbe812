# frozen_string_literal: true

module Nockplane
  module Modelling
    # A size that lives in the model. kind: :linear, :diameter, :turned_diameter, :radius, :depth, :angle or
    # :pitch_circle.
    # id: feature path of the field ("pockets.diameter"); parameter: its name when one parameter gives it, else nil;
    # path: place of the editable value in the recipe text, nil when only an expression gives it; value in mm or
    # degrees;
    # tolerance: text or nil; count: how many equal features; prefix: text before the value ("M5 ..."), or nil;
    # faces: names that anchor it; from, to: model points it runs between; axis: model direction of a diameter's axis
    # (or the plane normal of an angle); centre: model point of a diameter, radius or angle's vertex; parts: the sizes
    # that a callout is made of, nil of a single size; points: corners of an area, nil of all else.
    ModelDimension =
      Struct.new(
        :id,
        :feature,
        :kind,
        :value,
        :unit,
        :parameter,
        :path,
        :tolerance,
        :count,
        :prefix,
        :faces,
        :from,
        :to,
        :axis,
        :centre,
        :parts,
        :points,
        keyword_init: true
      ) do
        def label = id.delete_prefix('given.').tr('_', ' ').tr('.', ' ')
        def editable? = !path.nil?
        # Did it come with a file, or from a tolerance plan, so that it is said although it may have no tolerance?
        def stated? = id.start_with?('given.', Planned::PREFIX)
        # Is it no size but a mark on faces: a tolerance frame, a datum, a surface texture?
        def mark? = Marked::KINDS.include?(kind.to_s)
        # Ids of all sizes that it says, its own first.
        def said_ids = [id, *parts&.map(&:id)]
        # Is it only measured, on faces or between places picked, so that no size of the model stands behind it?
        def reference? = ModelDimension.reference?(id)

        def self.reference?(id) =
          [Measured, Picked, Marked, Centred, ArcLengths, SheetMetal::BlankSizes].any? { |m| m.id?(id) }

        def direction
          Geometry::Vec.unit(Geometry::Vec.sub(to, from))
        end
      end
  end
end
