# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # What a dimension last measured, kept in the drawing so that one adrift still shows what it was. Fields as of
      # Modelling::ModelDimension, the kind as text; measured: true when it was measured on faces of a file; parts: of a
      # callout, [Part]; points: of an area, its corners in the model.
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
          :parts,
          :points,
          keyword_init: true
        ) do
          # A size that a callout is made of; name: its id in the model.
          const_set(
            :Part,
            Struct.new(:name, :kind, :value, :tolerance, :count, :prefix, :parameter, keyword_init: true)
          )

          # Of a ModelDimension.
          def self.of(dimension)
            shared = (members - %i[measured parts]).to_h { |f| [f, plain(dimension[f])] }
            new(**shared, measured: (true if dimension.reference?), parts: dimension.parts&.map { |p| part(p) })
          end

          def self.part(dimension)
            type = const_get(:Part)
            fields = (type.members - [:name]).to_h { |f| [f, plain(dimension[f])] }
            type.new(name: dimension.id, **fields)
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
