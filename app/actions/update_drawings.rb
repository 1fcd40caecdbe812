# frozen_string_literal: true

module App
  module Actions
    # Brings drawings up to their models. Returns { drawing => nil or why not }.
    class UpdateDrawings
      def self.call(drawings)
        drawings.to_h do |drawing|
          EditDrawing.call(drawing, base: nil) { drawing.staleness.update }
          [drawing, nil]
        rescue Refused, Nockplane::Modelling::RecipeFault => e
          [drawing, e.message]
        end
      end
    end
  end
end
