# frozen_string_literal: true

module Nockplane
  module Drawings
    # A change of a drawing as data: a label in words and the cells to put (key => cell) or take away (key => nil).
    # Every other operation (move a view, adopt dimensions, update) is a way to make one: see ViewEdits, AnnotationEdits
    # and their like.
    class Edit
      attr_reader :label, :changes

      # changes: { key => cell or nil }
      def initialize(label, changes)
        @label = label
        @changes = changes
        Ractor.make_shareable(self)
      end

      def self.put(label, *cells) = new(label, cells.flatten.to_h { |c| [Cells.key(c), c] })

      def self.from_h(data)
        new(data['label'], data['changes'].to_h { |key, hash| [key, hash && Cells.from(key, hash)] })
      end

      def to_h = { 'label' => @label, 'changes' => @changes.transform_values { |c| c && Cells.plain(c) } }
      def touches = @changes.keys
      def empty? = @changes.empty?

      # The drawing after it, or a Refusal when it would leave something hanging.
      def apply(drawing)
        cells = drawing.cells.merge(@changes).compact
        lost = Locks.refusal(drawing, @changes) || hanging(cells)
        lost ? Refusal.new(lost, touches) : Drawing.new(cells)
      end

      # The edit that takes this one back on the drawing it was applied to.
      def inverse(before) = Edit.new(@label, @changes.to_h { |key, _| [key, before.cells[key]] })

      private

      # Sentence about a cell that refers to one that is not there; nil when all is well. (A table may list what a view
      # shows that its berth still waits for.)
      def hanging(cells)
        return 'a drawing needs its title data' unless cells['meta']

        cells.each_value do |c|
          need(c).each do |kind, id|
            next if cells["#{kind}/#{id}"] || (c.is_a?(Table) && kind == 'view' && cells["berth/#{id}"])

            return "#{Cells.key(c)} needs #{kind} #{id}, which is not in the drawing"
          end
        end
        nil
      end

      def need(cell)
        case cell
        when Sheet
          cell.binding ? [['binding', cell.binding]] : []
        when View
          [['sheet', cell.sheet], ['binding', cell.binding], (['view', cell.parent] if cell.parent)].compact
        when Dimension
          [['view', cell.view]]
        when Table
          [['sheet', cell.sheet], *([['view', cell.view]] if cell.view)]
        when Note, Block, Berth
          [['sheet', cell.sheet]]
        else
          []
        end
      end
    end
  end
end
