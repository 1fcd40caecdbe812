# frozen_string_literal: true

module App
  module Actions
    # Makes a drawing of a model from a template: every berth fills, the scale is chosen.
    class CreateDrawing
      def self.call(model, template_name, title: nil, number: nil)
        template = Nockplane::Drawings::Template.all[template_name] or raise Refused, "There is no template '#{template_name}'."
        revision = model.latest.number
        title = title.to_s.strip.empty? ? model.name : title.strip[0, 80]
        number = number.to_s.strip.empty? ? "#{model.number || model.slug}-D" : number.strip[0, 40]
        value = template.fill(model.id, revision, Workshop.source, title: title, number: number)
        Records::Drawing.transaction do
          drawing = Records::Drawing.new(slug: Slug.free(number, Records::Drawing), version: 1)
          drawing.value = value
          drawing.save!
          drawing.bindings.create!(model: model)
          drawing
        end
      end
    end
  end
end
