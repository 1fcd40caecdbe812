# frozen_string_literal: true

module App
  module Actions
    # Makes a drawing of a family its series: shown for every variant; or a drawing of the family alone again. What
    # variants have of their own stays kept.
    class MakeSeries
      def self.call(drawing, series, author: Acting.now)
        raise Refused, 'A variant is no series of its own; open the series.' if drawing.variant
        raise Refused, refusal(drawing) if series && refusal(drawing)

        EditDrawing.call(drawing, base: nil, author: author) do |value|
          next Nockplane::Drawings::Refusal.new('It is so already.', []) if (value.meta.series == true) == series

          label = series ? 'Shown for every variant of its family' : 'Shown for the family itself only'
          Nockplane::Drawings::Edit.put(label, value.meta.dup.tap { |m| m.series = series ? true : nil })
        end
      end

      # Why it can't be one, in words; nil when it can.
      def self.refusal(drawing)
        bindings = drawing.value.bindings
        return 'This drawing shows no model yet; put one in first.' if bindings.empty?
        return 'A series shows one family; this drawing shows several models.' if bindings.size > 1
        return "It shows the variant #{bindings[0].variant} alone; point it at the family." if bindings[0].variant
        return nil if VariantSheet.series_of(drawing).variants.any?

        'Its model has no table of variants; add one on the model\'s page.'
      end
      private_class_method :refusal
    end
  end
end
