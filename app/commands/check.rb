# frozen_string_literal: true

module App
  module Commands
    # The docket of the data folder as lines of plain data.
    class Check
      def self.call
        lines =
          Records::Drawing
            .order(:number)
            .flat_map do |d|
              of(d.number, Nockplane::Linking::Docketing.of(d.value, Workshop.source, Sheetworks.latest))
            end
        { drawings: Records::Drawing.count, lines: lines }
      end

      # The same, and of each drawing what it says of its parts (CompletenessReport).
      def self.complete
        found =
          Records::Drawing.order(:number).map do |d|
            { drawing: d.number, **CompletenessReport.of(d.value, Workshop.source) }
          end
        call.merge(completeness: found)
      end

      def self.of(number, docket)
        docket.behind.map do |b|
          {
            drawing: number,
            what: b.view.name,
            kind: 'behind',
            from: b.from,
            to: b.to,
            numbers: b.numbers.map { |n| "#{n.old} -> #{n.new}" }
          }
        end +
          docket.fields.map do |f|
            {
              drawing: number,
              what: 'title block',
              kind: 'behind',
              from: f.from,
              to: f.to,
              numbers: f.changes.map { |k, a, b| "#{k}: #{a} -> #{b}" }
            }
          end + docket.adrift.map { |a| { drawing: number, what: a.words, kind: 'adrift', view: a.view.name } } +
          docket.faults.map { |f| { drawing: number, kind: 'fault', what: f.reason } }
      end
      private_class_method :of
    end
  end
end
