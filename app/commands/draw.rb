# frozen_string_literal: true

module App
  module Commands
    # Makes a sheet of a model from a template, with all dimensions that show well adopted; writes it where a file is
    # named, and reports it.
    class Draw
      # out: SHEET.svg or SHEET.pdf, nil to write nothing; rules: Linking::SizeRules by which it is made complete.
      def self.call(text, template_name, out, library = nil, rules: nil)
        template = Nockplane::Drawings::Template.all[template_name] or
          raise Nockplane::Error,
                "there is no template '#{template_name}'; use #{Nockplane::Drawings::Template.all.keys.join(', ')}"
        unless out.nil? || out.match?(/\.(svg|pdf)\z/i)
          raise Nockplane::Error, "#{out}: the sheet is written as .svg or .pdf"
        end

        source = library ? library.source { text } : Nockplane::Products::Source.new { text }
        drawing = fresh(template, source, rules)
        if out
          write(
            out,
            Nockplane::Drawings::SceneBuilder.new(
              drawing,
              's1',
              source,
              fields: App.title_fields,
              purpose: :print
            ).scene
          )
        end

        { out: out, **SheetReport.of(drawing, 's1', source) }.compact
      end

      def self.fresh(template, source, rules = nil)
        model = source.model(Nockplane::Products::Subject.new('file', 1))
        views = template.berths.reject { |b| Nockplane::Drawings::Views.of(b).pictorial? }.map(&:id)
        Nockplane::Linking::FreshDrawing.of(
          template,
          'file',
          1,
          source,
          title: model.name,
          number: model.properties['number'].to_s,
          adopt: views,
          rules: rules
        )
      end

      def self.write(out, scene)
        File.binwrite(
          out,
          out.downcase.end_with?('.pdf') ?
            Nockplane::Formats::Pdf.write([scene]) :
            Nockplane::Formats::Svg.write(scene, standalone: true)
        )
      end
      private_class_method :fresh, :write
    end
  end
end
