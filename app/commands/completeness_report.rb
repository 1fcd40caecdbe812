# frozen_string_literal: true

module App
  module Commands
    # What a drawing says of the parts it shows, as data: faces said once, sizes missing, sizes said twice.
    module CompletenessReport
      module_function

      # { said:, faces:, missing: [{ what:, kind:, faces:, why: }], twice: [{ words:, view:, by: [words] }] }
      def of(drawing, source)
        completing = Nockplane::Linking::Completing.new(drawing, source)
        parts = completing.parts
        {
          said: parts.sum { |p| p.report.said },
          faces: parts.sum { |p| p.report.status.size },
          missing: completing.proposals.map { |p| missing(p) },
          twice: parts.flat_map { |p| p.report.twice.map { |t| twice(drawing, t) } }
        }
      end

      def missing(proposal)
        {
          what: [proposal.label, proposal.words].compact.join(' '),
          kind: proposal.missing.kind,
          faces: proposal.missing.faces,
          why: proposal.why
        }.compact
      end

      def twice(drawing, found)
        dimension = drawing.dimension(Nockplane::Linking::Completeness.dimension_of(found.saying))
        {
          words: words(drawing, found.saying),
          view: drawing.view(dimension.view).name,
          by: found.by.map { |k| words(drawing, k) }
        }
      end

      def words(drawing, key)
        dimension = drawing.dimension(Nockplane::Linking::Completeness.dimension_of(key))
        dimension ? Nockplane::Drawings::Annotations.words(drawing.standard, dimension).to_s : key
      end
    end
  end
end
