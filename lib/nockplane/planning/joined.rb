# frozen_string_literal: true

module Nockplane
  module Planning
    # One drawing's sheets put behind another's: ids that both use are given anew, layers and pictures are shared.
    class Joined
      # Kinds of cells that are taken over, with the letter of their ids.
      KINDS = {
        Drawings::Sheet => 's',
        Drawings::Binding => 'b',
        Drawings::View => 'v',
        Drawings::Dimension => 'd',
        Drawings::Note => 'n',
        Drawings::Block => 'k',
        Drawings::Table => 't',
        Drawings::Berth => 'e'
      }.freeze

      # name: what the new sheets are called; ranks: their places among the sheets, from this number on.
      def initialize(drawing, other, name, ranks:)
        @drawing = drawing
        @other = other
        @name = name
        @rank = ranks - 1
      end

      # Edit that adds the other's sheets.
      def edit
        cells = @other.cells.values.select { |c| KINDS.key?(c.class) }
        @ids = cells.to_h { |c| [[c.class, c.id], fresh(c)] }
        moved = [*@other.sheets, *(cells - @other.sheets)].map { |c| moved(c) }
        shared =
          @other
            .cells
            .reject { |key, _| @drawing.cells.key?(key) }
            .select { |key, _| key.match?(%r{\A(layer|picture)/}) }
        Drawings::Edit.put("#{@name} added as #{plural(@other.sheets.size)}", [*moved, *shared.values])
      end

      private

      def plural(count) = count == 1 ? 'a sheet' : "#{count} sheets"

      def fresh(cell)
        letter = KINDS.fetch(cell.class)
        @last ||= Hash.new { |h, l| h[l] = @drawing.next_id(l)[l.size..].to_i - 1 }
        "#{letter}#{@last[letter] += 1}"
      end

      def id(kind, old) = @ids.fetch([kind, old], old)

      # (A parent, or what a table lists, is a view, or a berth that stayed one.)
      def view(old) = @ids[[Drawings::View, old]] || @ids[[Drawings::Berth, old]] || old

      def moved(cell)
        cell.dup.tap do |c|
          c.id = @ids.fetch([cell.class, cell.id])
          c.sheet = id(Drawings::Sheet, c.sheet) if c.respond_to?(:sheet) && c.sheet
          c.binding = id(Drawings::Binding, c[:binding]) if c.members.include?(:binding) && c[:binding]
          c.view = view(c.view) if c.respond_to?(:view) && c.view
          c.parent = view(c.parent) if c.respond_to?(:parent) && c.parent
          c.leaders = tips(c.leaders) if c.is_a?(Drawings::Note) && c.leaders
          named(c) if c.is_a?(Drawings::Sheet)
        end
      end

      def tips(leaders) = leaders.map { |t| t.dup.tap { |x| x.view = view(t.view) } }

      def named(sheet)
        sheet.name = sheet.title = @name
        sheet.rank = (@rank += 1)
      end
    end
  end
end
