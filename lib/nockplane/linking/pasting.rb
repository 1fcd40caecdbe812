# frozen_string_literal: true

module Nockplane
  module Linking
    # Copies of annotations: a note beside itself or on another sheet, what was measured or set by hand in another view
    # of the same geometry. A size that is said already is pasted in brackets (GEN-05).
    class Pasting
      # mm of paper that a note's copy stands off.
      OFF = [6.0, -6.0].freeze

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # key: of the cell copied; view_id: of the view it is for, nil for its own; sheet: id, for notes. An Edit or a
      # Refusal.
      def paste(key, view_id, sheet)
        cell = @drawing.cells[key]
        case cell
        when Drawings::Note
          note(cell, sheet)
        when Drawings::Dimension
          dimension(cell, view_id || cell.view)
        else
          refusal(cell ? 'only annotations and notes are copied so' : 'what was copied is no longer there')
        end
      end

      private

      def refusal(words) = Drawings::Refusal.new(words, [])

      def note(note, sheet)
        sheet = @drawing.sheet(sheet) ? sheet : note.sheet
        copy =
          note.dup.tap do |n|
            n.id, n.sheet, n.x, n.y = @drawing.next_id('n'), sheet, note.x + OFF[0], note.y + OFF[1]
            n.leaders = nil unless sheet == note.sheet
          end
        Drawings::Edit.put('Note pasted', copy)
      end

      def dimension(cell, view_id)
        view = @drawing.view(view_id) or return Drawings::Refusal.missing(:view, view_id)
        problem = why_not(cell, view)
        return refusal(problem) if problem

        found = found_in(view, cell) or return refusal("#{view.name} has nothing that it could be of")
        kind = Drawings::Annotations.of(found)
        return refusal("#{view.name} does not show that true") if kind.suits(found, @drawing.frame(view)).zero?

        put(view, copy(cell, view, found))
      end

      def why_not(cell, view)
        if cell.kind == Drawings::Annotations::Datum::NAME
          return 'a datum has its letter once; set another one'
        elsif !Modelling::ModelDimension.reference?(cell.dimension) && same_model?(cell, view)
          return "a model dimension stands in a drawing once; fetch it over from #{view.name}'s column instead"
        end

        standing = @drawing.dimensions_of(view.id).find { |d| d.dimension == cell.dimension }
        "it stands in #{view.name} already" if standing
      end

      def same_model?(cell, view) = @drawing.view(cell.view).binding == view.binding
      def found_in(view, cell) = @source.model(@drawing.subject(view)).dimension(cell.dimension)

      def copy(cell, view, found)
        snapshot = Drawings::Annotations::Snapshot.of(found)
        type = Drawings::Annotations.of(snapshot).place_type(snapshot, @drawing.frame(view))
        cell.dup.tap do |d|
          d.id, d.view, d.snapshot = @drawing.next_id('d'), view.id, snapshot
          d.pinned = type == Drawings::Annotations::Chain
          d.place = type.fresh(@drawing.standard) unless cell.place.instance_of?(type) && cell.view == view.id
          d.wording = bracketed(cell.wording) if said?(view, snapshot)
        end
      end

      def said?(view, snapshot)
        return false unless Drawings::Annotations.of(snapshot).size?

        own = Repeats::Said.of(snapshot)
        @drawing.dimensions.any? do |d|
          @drawing.view(d.view).binding == view.binding && own.same?(Repeats::Said.of(d.snapshot))
        end
      end

      def bracketed(wording)
        (wording ? wording.dup : Drawings::Annotations::Wording.new).tap { |w| w.brackets = true }
      end

      # Where it stands in nothing's way; all else stays.
      def put(view, cell)
        others = @drawing.dimensions_of(view.id).map { |d| d.dup.tap { |x| x.pinned = true } }
        placed =
          (
            if cell.pinned
              cell
            else
              Adoption.new(@drawing, @source).tidied(view, [*others, cell]).find { |d| d.id == cell.id }
            end
          )
        words = Drawings::Annotations.words(@drawing.standard, placed)
        Drawings::Edit.put("#{words} pasted in #{view.name}", placed)
      end
    end
  end
end
