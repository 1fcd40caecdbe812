# frozen_string_literal: true

module App
  module Presenters
    # The docket of the board: everything that needs a person, of all drawings or of those lines only that are mine or
    # nobody's. Long lists come in stretches.
    class BoardDocket
      # Lines of one kind shown at once.
      MOST = 40
      WHOSE = { 'mine' => 'mine', 'nobody' => "nobody's" }.freeze

      attr_reader :whose

      # board: Board; whose: "mine" or "nobody", nil for all; person: whose "mine" is; asked: [list, from] of the
      # address.
      def initialize(board, whose, person, asked)
        @board = board
        @whose = WHOSE.key?(whose) && (whose != 'mine' || person) ? whose : nil
        @person = person
        @asked = asked
      end

      # Records::Taking of a line, or of all lines of its drawing; nil for nobody's.
      def taking(drawing_id, part) = takings[[drawing_id, part]] || takings[[drawing_id, '']]

      # [[model, Board::Latest, [Cell, ...]], ...] of what is behind, one group per model change, of those shown.
      def groups
        @groups ||=
          @board
            .cells
            .read(behind.shown)
            .group_by { |c| @board.model_of(c) }
            .map { |m, list| [m, @board.latest(m), list] }
      end

      def behind = slice('behind') { of('behind').select { |c| c.state == 'behind' } }

      # Why a model moved on, newest first: the notes of every revision that drawings of its group have not seen yet.
      def reasons(model, revision, cells)
        seen = cells.flat_map { |c| c.docket.behind.map(&:from) }.min || (revision.number - 1)
        return [revision.note].reject(&:empty?) if seen >= revision.number - 1

        model.revisions.where(number: (seen + 1)..).reorder(number: :desc).pluck(:note).reject(&:empty?).uniq
      end

      # [[model, revision number, note, [[Cell, [Adrift, ...]], ...]], ...]: annotations adrift by the revision that
      # took their geometry.
      def adrift
        @board
          .cells
          .read(adrift_cells.shown)
          .flat_map { |c| c.docket.adrift.map { |a| [c, a] } }
          .group_by { |c, a| [@board.model_of(c), a.revision] }
          .map do |(model, number), list|
            [
              model,
              number,
              model.revisions.where(number: number).pick(:note).to_s,
              list.group_by(&:first).map { |c, pairs| [c, pairs.map(&:last)] }
            ]
          end
      end

      def adrift_cells = slice('adrift') { of('adrift').select { |c| c.summary.adrift.positive? } }
      def faults = slice('fault') { of('fault').select { |c| c.state == 'fault' } }

      # Drawings whose template moved on or is gone, those with empty berths, those whose sheets need a look.
      def unhoused = slice('template') { of('template').reject { |c| c.origin.settled? } }
      def with_empty_berths = slice('empty') { of('empty').select(&:empty?) }
      def unclean = slice('look') { of('look').reject(&:sheet_clean?) }

      # Cells of a slice with their dockets read.
      def read(slice) = @board.cells.read(slice.shown)

      # [[Cell, state, [variant]]] of series drawings whose variants are out of step while the series itself is not.
      def variants_out
        slice('variants') do
          found = Records::VariantStanding.where(state: %w[behind adrift fault]).pluck(:drawing_id, :state, :variant)
          by_id = of('variants').to_h { |c| [c.drawing.id, c] }
          groups = found.group_by { |id, state, _| [by_id[id], state] }.transform_values { |list| list.map(&:last) }
          groups
            .reject { |(c, state), _| c.nil? || !c.drawing.series || c.state == state }
            .map { |(c, s), list| [c, s, list] }
        end
      end

      # [[drawing, [Records::Comment, ...]], ...] of comments that wait.
      def comments
        slice('comments') do
          by_id = of('comments').to_h { |c| [c.drawing.id, c.drawing] }
          Records::Comment.open.group_by(&:drawing_id).filter_map { |id, list| [by_id[id], list] if by_id[id] }
        end
      end

      # [[what rests on it, its address, what is not there, what to do]] of references that lead nowhere.
      def broken = slice('broken') { Broken.new(@board).all }
      def arrivals = @arrivals ||= Records::Arrival.waiting.to_a
      def hold_ups = @hold_ups ||= Records::HoldUp.includes(:model).order(:id).select(&:model)
      def set_aside = @set_aside ||= Records::IntakeFile.refused.to_a

      def clear?
        @board.checking.zero? &&
          [
            arrivals,
            hold_ups,
            set_aside,
            comments,
            broken,
            variants_out,
            unhoused,
            with_empty_berths,
            unclean,
            behind,
            adrift_cells,
            faults
          ].all?(&:empty?) && @board.all_cells.all? { |c| c.state == 'current' }
      end

      private

      def slice(part)
        (@slices ||= {})[part] ||= Slice.new(part, yield, @asked, MOST, { whose: @whose })
      end

      # Cells whose line of that part is asked for.
      def of(part)
        return @board.all_cells unless @whose

        @board.all_cells.select do |c|
          taken = taking(c.drawing.id, part)
          @whose == 'nobody' ? taken.nil? : taken&.person_id == @person.id
        end
      end

      # { [drawing id, part] => Records::Taking }
      def takings = @takings ||= Records::Taking.includes(:person).index_by { |t| [t.drawing_id, t.part] }
    end
  end
end
