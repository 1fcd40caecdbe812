# frozen_string_literal: true

module App
  module Actions
    # Makes a drawing of a model from a template: every berth fills, the scale is chosen.
    class CreateDrawing
      # empty: the template's sheets without its berths.
      def self.call(model, template_slug, title: nil, number: nil, empty: false)
        template = template(template_slug).then { |t| empty ? t.bare : t }
        revision = model.latest.number
        title = title.to_s.strip.empty? ? model.name : title.strip[0, 80]
        number = number_for(model, number)
        value =
          Nockplane::Linking::FreshDrawing.of(
            template,
            model.id,
            revision,
            Workshop.source,
            title: title,
            number: number,
            front: model.front
          )
        Records::Drawing.transaction do
          drawing = Records::Drawing.new(slug: Slug.free(number, Records::Drawing), version: 1)
          drawing.value = value
          drawing.save!
          Standings.recheck(drawing)
          drawing
        end
      end

      # The number told, if nobody has it; else the model's with -D, and the next free one where that is given.
      def self.number_for(model, told)
        return Numbers.free("#{model.number || model.slug}-D", Records::Drawing) if told.to_s.strip.empty?

        Numbers.checked(told, Records::Drawing)
      end

      # Drawings::Template to use now, or a refusal that says what became of it.
      def self.template(slug)
        record = Records::Template.find_by(slug: slug) or raise Refused, "There is no template '#{slug}'."
        if record.removed_at
          raise Refused,
                "Template '#{record.title}' was removed on #{record.removed_at.strftime('%Y-%m-%d')}; choose " \
                "another, or bring it back on the page of templates."
        end

        record.template
      end
    end
  end
end
