# frozen_string_literal: true

module App
  module Commands
    # Makes a sheet of a recipe from a template, with all dimensions that show well adopted, and writes it.
    class Draw
      def self.call(text, template_name, out, library = nil)
        template = Nockplane::Drawings::Template.all[template_name] or
          raise Nockplane::Error, "there is no template '#{template_name}'; use #{Nockplane::Drawings::Template.all.keys.join(', ')}"
        raise Nockplane::Error, "#{out}: the sheet is written as .svg or .pdf" unless out.match?(/\.(svg|pdf)\z/i)

        source = library ? library.source { text } : Nockplane::Linking::Source.new { text }
        model = source.model('file', 1)
        views = template.berths.reject { |b| b.kind == 'pictorial' }.map(&:id)
        drawing = Nockplane::Linking::FreshDrawing.of(template, 'file', 1, source, title: model.name, number: model.properties['number'].to_s, adopt: views)
        write(out, Nockplane::Drawings::SceneBuilder.new(drawing, 's1', source, fields: App.title_fields, purpose: :print).scene)
        { out: out, scale: Nockplane::Drafting::Scale.text(drawing.sheet('s1').scale), views: drawing.views.map(&:name), dimensions: drawing.dimensions.size }
      end

      def self.write(out, scene)
        File.binwrite(out, out.downcase.end_with?('.pdf') ? Nockplane::Formats::Pdf.write([scene]) : Nockplane::Formats::Svg.write(scene, standalone: true))
      end
      private_class_method :write
    end
  end
end
