# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # What a dimension last measured, kept in the drawing so that one adrift still shows what it was. Fields as of
      # Modelling::ModelDimension, the kind as text; measured: true when it was measured on faces of a file.
      Snapshot =
        Struct.new(
          :kind,
          :value,
          :unit,
          :tolerance,
          :count,
          :prefix,
          :parameter,
          :faces,
          :from,
          :to,
          :axis,
          :centre,
          :measured,
          keyword_init: true
        ) do
          # Of a ModelDimension.
          def self.of(dimension)
            shared = (members - [:measured]).to_h { |f| [f, plain(dimension[f])] }
            new(**shared, measured: (true if dimension.reference?))
          end

          # (Numbers to a millionth of a mm: what differs by less is the same.)
          def self.plain(value)
            case value
            when Symbol then value.to_s
            when Array then value.map { |v| plain(v) }
            when Float then value.round(6)
            else value
            end
          end

          # Drafting::SizeText::Words on a drawing of the standard, and the bare number as a person would type it there.
          def words(standard) = Annotations.of(self).text(standard, self)
          def typed(standard) = Annotations.of(self).typed(standard, self)

          # A copy with other fields.
          def with(**fields) = self.class.new(**to_h, **fields)
        end
    end
  end
end
