# frozen_string_literal: true

module App
  module Actions
    # Brings drawings up to their models, whole or only some views (by id). Returns { drawing => nil or why not }.
    class UpdateDrawings
      def self.call(drawings, views: nil, author: Acting.now)
        drawings.to_h do |drawing|
          EditDrawing.call(drawing, base: nil, author: author) { drawing.staleness.update(views) }
          [drawing, nil]
        rescue Refused, Nockplane::Modelling::RecipeFault => e
          [drawing, e.message]
        end
      end
    end
  end
end
