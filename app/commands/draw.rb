# frozen_string_literal: true

module App
  module Commands
    # Makes a sheet of a model from a template, with all dimensions that show well adopted; writes it where a file is
    # named, and reports it.
    class Draw
      # out: SHEET.svg or SHEET.pdf, nil to write nothing; rules: Linking::SizeRules by which it is made complete.
      def self.call(text, template_name, out, library = nil, rules: nil)
        template = template(template_name)
        check_out(out)
        source = library ? library.source { text } : Nockplane::Products::Source.new { text }
        drawing = fresh(template, source, rules)
        write_sheet(out, drawing, source) if out
        { out: out, **SheetReport.of(drawing, 's1', source) }.compact
      end

      # Drawings::Template of a name.
      def self.template(name)
        Nockplane::Drawings::Template.all[name] or
          raise Nockplane::Error,
                "there is no template '#{name}'; use #{Nockplane::Drawings::Template.all.keys.join(', ')}"
      end

      def self.check_out(out)
        return if out.nil? || out.match?(/\.(svg|pdf)\z/i)

        raise Nockplane::Error, "#{out}: the sheet is written as .svg or .pdf"
      end

      # A drawing of what the source knows by an id, all that shows well adopted.
      def self.fresh(template, source, rules = nil, model: 'file')
        made = source.model(Nockplane::Products::Subject.new(model, 1))
        views = template.berths.reject { |b| Nockplane::Drawings::Views.of(b).pictorial? }.map(&:id)
        Nockplane::Linking::FreshDrawing.of(
          template,
          model,
          1,
          source,
          title: made.name,
          number: made.properties['number'].to_s,
          adopt: views,
          rules: rules
        )
      end

      # All sheets of a drawing as one PDF, the first one as SVG.
      def self.write_sheet(out, drawing, source)
        pdf = out.downcase.end_with?('.pdf')
        sheets = pdf ? drawing.sheets : drawing.sheets.first(1)
        states = Nockplane::Linking::Docketing.of(drawing, source, ->(_model) { 1 }).states
        scenes =
          sheets.map do |s|
            Nockplane::Drawings::SceneBuilder.new(
              drawing,
              s.id,
              source,
              states: states,
              fields: App.title_fields,
              purpose: :print
            ).scene
          end
        File.binwrite(
          out,
          pdf ? Nockplane::Formats::Pdf.write(scenes) : Nockplane::Formats::Svg.write(scenes[0], standalone: true)
        )
      end
    end
  end
end
