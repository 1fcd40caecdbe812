# frozen_string_literal: true

module App
  module Commands
    # A sheet of one model pointed at another, with what became of its annotations.
    class Rebind
      # first, second: files; out: SHEET.svg or SHEET.pdf of what came of it, nil to write nothing; rules:
      # Linking::SizeRules; scale: as of Linking::Rebind.
      def self.call(first, second, texts, template, out, rules: nil, scale: 'fitted')
        Draw.check_out(out)
        source = source(first, second, texts)
        drawing = Draw.fresh(Draw.template(template), source, rules, model: first)
        found =
          Nockplane::Linking::Rebind.new(
            drawing,
            source,
            to: Nockplane::Products::Subject.new(second, 1),
            kin: (true if File.identical?(first, second))
          )
        model = found.new_model
        after = found.result(scale: scale, title: model.name, number: model.properties['number'].to_s)
        Draw.write_sheet(out, after, source) if out
        { out: out, **fates(found, drawing), **SheetReport.of(after, 's1', source) }.compact
      end

      # One source for both files: what the second names stands beside it.
      def self.source(first, second, texts)
        libraries = [Library.new(first), Library.new(second)]
        libraries[0].source(others: libraries.drop(1)) { |file, _| texts.fetch(file) }
      end

      def self.fates(found, drawing)
        groups = found.fates.group_by(&:status)
        line = ->(f) { { annotation: f.id, view: drawing.view(f.view).name, before: f.before, after: f.after }.compact }
        {
          kept: (groups[:kept] || []).map { |f| line.call(f) },
          retied: (groups[:retied] || []).map { |f| { **line.call(f), score: f.score } },
          adrift:
            [*groups[:adrift], *groups[:absent]].map do |f|
              { **line.call(f), why: f.why, proposals: proposals(f, drawing) }
            end
        }
      end

      def self.proposals(fate, drawing)
        fate.proposals.map do |d|
          { id: d.id, words: Nockplane::Drawings::Annotations::Snapshot.of(d).words(drawing.standard).to_s }
        end
      end
      private_class_method :source, :fates, :proposals
    end
  end
end
