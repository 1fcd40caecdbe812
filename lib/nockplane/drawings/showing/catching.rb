# frozen_string_literal: true

module Nockplane
  module Drawings
    # Brings what was drawn on a view by hand (cutting lines, boundaries, broken-out parts) to another model: each moves
    # with the face that it is tied to; what lost its face stays, and says so.
    module Catching
      module_function

      # The view for the model of a ShownModel.
      def up(shown, view)
        kind = Views.of(view)
        return view unless view.own || view.crop || view.broken || kind.state

        found = view.own || kind.state ? kind.caught_up(view, shown.anchorage) : view
        return found unless view.crop || view.broken

        found.dup.tap do |v|
          v.crop = view.crop&.moved(shown.own_anchorage)
          v.broken = view.broken&.map { |b| b.moved(shown.own_anchorage) }
        end
      end

      # What of a view has lost its face, in words: [sentence, ...].
      def lost(view)
        [
          Views.of(view).lost(view),
          (view.crop&.lost? ? 'its border lost the face that it was tied to' : nil),
          (view.broken&.any?(&:lost?) ? 'a broken-out part lost the face that it was tied to' : nil)
        ].compact
      end
    end
  end
end
