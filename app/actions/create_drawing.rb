# frozen_string_literal: true

module App
  module Actions
    # Makes a drawing of a model from a template: every berth fills, the scale is chosen.
    class CreateDrawing
      # empty: the template's sheets without its berths; show: of a family, "series" for every variant, the name of one,
      # nil for the family itself; balloons: put them for the lines of a parts list.
      def self.call(model, template_slug, title: nil, number: nil, empty: false, show: nil, balloons: false)
        template = template(template_slug).then { |t| empty ? t.bare : t }
        revision = model.latest.number
        title = title.to_s.strip.empty? ? model.name : title.strip[0, 80]
        number = number_for(model, number, show.to_s)
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
        value = shown(value, model, show.to_s)
        value = ballooned(value) if balloons
        Records::Drawing.transaction do
          drawing = Records::Drawing.new(slug: Slug.free(number, Records::Drawing), version: 1)
          drawing.value = value
          drawing.save!
          Standings.recheck(drawing)
          drawing
        end
      end

      # With a balloon for each line of the parts list of which something is seen.
      def self.ballooned(value)
        return value unless Nockplane::Drawings::Tables::Items.table(value, FIRST)

        edit = Nockplane::Drawings::Balloons.everywhere(value, Workshop.source, FIRST)
        edit.is_a?(Nockplane::Drawings::Edit) ? value.apply(edit) : value
      end

      # The binding that a template fills.
      FIRST = 'b1'

      # The drawing as the series of its family, or pointed at one of its variants.
      def self.shown(value, model, show)
        return value if show.empty?
        return value.with([value.meta.dup.tap { |m| m.series = true }]) if show == SERIES &&
          Families.variants(model).any?

        raise Refused, "#{model.name} has no variant “#{show}”." unless Families.variants(model).include?(show)

        to = Nockplane::Products::Subject.new(model.id, model.latest.number, show)
        found = Nockplane::Linking::Rebind.new(value, Workshop.source, to: to, kin: true)
        absent = found.fates.select { |f| f.status == :absent }.to_h { |f| [f.id, 'delete'] }
        found.result(decisions: absent, title: found.new_model.name)
      end

      SERIES = 'series'

      # The number told, if nobody has it; else the next free one by the scheme.
      def self.number_for(model, told, show = '')
        return Numbering.drawing(model, show.empty? || show == SERIES ? nil : show) if told.to_s.strip.empty?

        Numbers.checked(told, Records::Drawing)
      end

      # Drawings::Template to use now, or a refusal that says what became of it.
      def self.template(slug)
        record = Records::Template.find_by(slug: slug) or raise Refused, "There is no template '#{slug}'."
        if record.removed_at
          raise Refused,
                "Template '#{record.title}' was removed on #{record.removed_at.strftime('%Y-%m-%d')}; choose " \
                  'another, or bring it back on the page of templates.'
        end

        record.template
      end
    end
  end
end
