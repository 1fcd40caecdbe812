# frozen_string_literal: true

module App
  module Actions
    # Moves a drawing to a template, or up to the latest revision of its own; one step to take back.
    class MoveToTemplate
      def self.call(drawing, slug, author: Acting.now)
        VariantSheet.refuse(drawing, 'Moving it to another template')
        template = CreateDrawing.template(slug)
        EditDrawing.call(drawing, base: nil, author: author) do |value|
          Nockplane::Drawings::TemplateChange.new(value, template, Workshop.source).edit
        end
      end
    end
  end
end
