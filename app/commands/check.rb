# frozen_string_literal: true

module App
  module Commands
    # The docket of the data folder as lines of plain data.
    class Check
      def self.call
        lines = Presenters::Board.new.all_cells.flat_map do |c|
          number = c.drawing.number
          c.behind.map { |b| { drawing: number, what: b.view.name, kind: 'behind', from: b.from, to: b.to, numbers: b.numbers.map { |n| "#{n.old} -> #{n.new}" } } } +
            c.fields.map { |f| { drawing: number, what: 'title block', kind: 'behind', from: f.from, to: f.to, numbers: f.changes.map { |k, a, b| "#{k}: #{a} -> #{b}" } } } +
            c.adrift.map { |a| { drawing: number, what: a.words, kind: 'adrift', view: a.view.name } } +
            (c.fault ? [{ drawing: number, kind: 'fault', what: c.fault }] : [])
        end
        { drawings: Records::Drawing.count, lines: lines }
      end
    end
  end
end
