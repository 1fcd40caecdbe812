# frozen_string_literal: true

module App
  module Actions
    # Makes templates: from nothing, from a drawing, as a copy, from a file.
    class SaveTemplate
      class << self
        # An empty one: one sheet of a format, the ISO layers and standard.
        def blank(title, format = { 'size' => 'A3' })
          d = Nockplane::Drawings
          meta =
            d::Meta.new(
              title: named(title),
              number: '',
              revision: '',
              state: 'template',
              standard: Nockplane::Drafting::Standard.shipped.fetch('ISO').to_h
            )
          problems = Nockplane::Drafting::SheetFormat.problems(format)
          raise Refused, "#{problems.join('; ')}." unless problems.empty?

          keep(d::Drawing.of(meta, d::Sheet.new(id: 's1', format: format, scale: 1.0), d::Layer.defaults))
        end

        # Of a finished drawing; annotations: keep them.
        def from_drawing(drawing, title, annotations: false)
          document =
            Nockplane::Drawings::TemplateDraft.new(drawing.value, Workshop.source).document(
              named(title),
              annotations: annotations
            )
          published(document, "from drawing #{drawing.number}")
        end

        def copy(template, title)
          keep(template.value.apply(Nockplane::Drawings::HouseEdits.rename(template.value, named(title))))
        end

        # JSON text of a file. Raises Formats::TemplateFile::Unusable.
        def from_file(text)
          document = Nockplane::Formats::TemplateFile.read(text, 'file').document
          published(document, 'from a file')
        end

        private

        def published(document, note)
          Records::Template.transaction { keep(document).tap { |t| t.publish(note, Acting.now) } }
        end

        def keep(document)
          record = Records::Template.new(slug: Slug.free(document.meta.title, Records::Template), version: 1)
          record.value = document
          record.tap(&:save!)
        end

        def named(title)
          title = title.to_s.strip
          raise Refused, 'A template needs a name of at most 80 letters.' unless title.length.between?(1, 80)

          title
        end
      end
    end
  end
end
