# frozen_string_literal: true

module Nockplane
  module Drawings
    # Refuses scales at which views would not fit on the paper at all, and says which would. (Views that fit but stand
    # on each other are marked, not refused.)
    class ScaleCheck
      # Most and least that a scale may be, whatever the part.
      RANGE = (1e-5..1000.0).freeze

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # A Refusal, or nil when the drawing after an edit has all views of a size that its sheets can hold. The views
      # that were as large before are left alone.
      def refusal(edit)
        return edit if edit.is_a?(Refusal)

        after = @drawing.apply(edit)
        return nil if after.is_a?(Refusal)

        after.views.each { |view| too_large(after, view)&.then { |found| return found } }
        nil
      end

      private

      def too_large(after, view)
        scale = after.scale(view)
        before = @drawing.view(view.id)
        return nil if before && (@drawing.scale(before) - scale).abs < 1e-12
        unless RANGE.cover?(scale)
          return Refusal.new(
            "#{Drafting::Scale.text(scale)} is no scale that a drawing can have; write one between 1:10000 and 50:1",
            ["view/#{view.id}"]
          )
        end

        w, h = extent(view)
        x0, y0, x1, y1 = after.sheet(view.sheet).paper.frame
        return nil if w * scale <= x1 - x0 && h * scale <= y1 - y0

        fits = Drafting::Scale.largest(w, h, x1 - x0, y1 - y0)
        Refusal.new(
          "at #{Drafting::Scale.text(scale)} #{view.name} would be #{metres([w, h].max * scale)} long and not fit on " \
          "the sheet; the largest scale that fits is #{Drafting::Scale.text(fits)}",
          ["view/#{view.id}"]
        )
      end

      # Width and height of what a view shows, mm of the model.
      def extent(view)
        x0, y0, x1, y1 = ShownModel.of(@source, @drawing, view).linework.box
        [x1 - x0, y1 - y0]
      end

      def metres(mm) = mm >= 1000 ? "#{(mm / 1000).round(1)} m" : "#{mm.round} mm"
    end
  end
end
