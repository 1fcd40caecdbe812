# frozen_string_literal: true

module Nockplane
  module Drawings
    # Edits of annotations and of what stands on a sheet beside views. Labels say what happened, in the past tense: they
    # are told to the person and stand in the journal.
    module AnnotationEdits
      NOTE_LENGTH = 2000
      # mm a note may be wrapped at.
      NOTE_WIDTHS = (10.0..600.0).freeze

      module_function

      # A dimension in a place (Annotations::Row, Leader, Arc) given by hand: it is pinned there.
      def place(drawing, id, place)
        dimension = drawing.dimension(id) or return Refusal.missing(:dimension, id)
        Edit.put("#{Annotations.words(drawing.standard, dimension)} moved", dimension.dup.tap do |d|
          d.place = place
          d.pinned = true
        end)
      end

      # Most leaders of a note.
      LEADERS = 12

      # One more leader of a note; tip: Annotations::Tip, nil where nothing was met.
      def point(drawing, id, tip)
        note = drawing.cells["note/#{id}"] or return Refusal.missing(:note, id)
        return Refusal.new('nothing is there to point at; pick a point or an edge of a view', []) unless tip

        leaders = [*note.leaders, tip]
        return Refusal.new("a note has at most #{LEADERS} leaders", ["note/#{id}"]) if leaders.size > LEADERS

        Edit.put('Note points at it', note.dup.tap { |n| n.leaders = leaders })
      end

      # A leader of a note taken away, by its number from 0.
      def unpoint(drawing, id, index)
        note = drawing.cells["note/#{id}"] or return Refusal.missing(:note, id)
        known = index.is_a?(Integer) && index.between?(0, (note.leaders || []).size - 1)
        return Refusal.new('that leader is no longer there', ["note/#{id}"]) unless known

        left = note.leaders.reject.with_index { |_, i| i == index }
        Edit.put('Leader taken away', note.dup.tap { |n| n.leaders = left.empty? ? nil : left })
      end

      # Another wording of a dimension (Annotations::Wording), nil for that of the measured size.
      def word(drawing, id, wording)
        dimension = drawing.dimension(id) or return Refusal.missing(:dimension, id)
        unless Annotations.of(dimension).size?
          return Refusal.new('only sizes are worded by hand', [Cells.key(dimension)])
        end

        problem = wording&.problem
        return Refusal.new(problem, [Cells.key(dimension)]) if problem

        wording = nil if wording&.plain?
        return Refusal.new('the words are that already', [Cells.key(dimension)]) if wording == dimension.wording

        after = dimension.dup.tap { |d| d.wording = wording }
        was, now = [dimension, after].map { |d| Annotations.words(drawing.standard, d) }
        Edit.put("#{was} now reads #{now}", after)
      end

      # How a dimension is drawn: arrows "in" or "out" (nil: where there is room), breaks, jog (true or nil); what its
      # place does not know is left out.
      def draw_as(drawing, id, **given)
        dimension = drawing.dimension(id) or return Refusal.missing(:dimension, id)
        return Refusal.new('arrows stand in or out', []) unless [nil, 'in', 'out'].include?(given[:arrows])

        place = dimension.place.with(**given.slice(*dimension.place.styles))
        return Refusal.new('it is drawn so already', []) if place == dimension.place

        words = Annotations.words(drawing.standard, dimension)
        Edit.put("#{words} drawn otherwise", dimension.dup.tap { |d| d.place = place })
      end

      # On the other side of what it is at; it is pinned there.
      def turn_side(drawing, id)
        dimension = drawing.dimension(id) or return Refusal.missing(:dimension, id)
        turned = dimension.place.turned
        return Refusal.new('it has no other side', ["dimension/#{id}"]) if turned == dimension.place

        place(drawing, id, turned)
      end

      # Takes annotations, tables and the like away; keys: one or several cell keys.
      def remove(drawing, *keys)
        wrong =
          keys.find { |key| !drawing.cells[key] || !key.match?(%r{\A(dimension|note|table|berth|block|picture)/}) }
        return Refusal.new("there is no #{wrong} any more", [wrong]) if wrong

        used =
          keys.find do |key|
            key.start_with?('picture/') &&
              drawing.blocks.any? { |b| b.cells.any? { |c| c['picture'] == key.split('/')[1] } }
          end
        if used
          return Refusal.new('the picture stands in the title block; let its cell show something else first', [used])
        end

        Edit.new(
          "#{keys.size == 1 ? named(drawing, keys[0]) : "#{keys.size} annotations"} deleted",
          keys.to_h { |k| [k, nil] }
        )
      end

      def named(drawing, key)
        cell = drawing.cells[key]
        return Annotations.words(drawing.standard, cell).to_s if cell.is_a?(Dimension)

        { 'block' => 'title block' }.fetch(key.split('/')[0], key.split('/')[0])
      end

      # x, y: mm of paper, start of the first line; width: mm it is wrapped at, nil for as long as it is.
      def add_note(drawing, sheet, text, x, y, width: nil, shape: nil)
        text = text.to_s.strip
        problem = note_problem(text, width) || Annotations::NoteShapes.problem(shape, text)
        problem ||= (drawing.sheet(sheet) ? nil : 'that sheet is no longer there')
        problem ?
          Refusal.new(problem, []) :
          Edit.put('Note added', new_note(drawing, sheet: sheet, text: text, x: x, y: y, width: width, shape: shape))
      end

      def new_note(drawing, **fields) = Note.new(id: drawing.next_id('n'), **fields)

      # Changes of an existing note: text, width (nil: not wrapped), or a move by dx, dy mm.
      # shape: of Annotations::NoteShapes, nil for none.
      def change_note(drawing, id, text: nil, width: :keep, shape: :keep, dx: 0.0, dy: 0.0)
        note = drawing.cells["note/#{id}"] or return Refusal.missing(:note, id)
        return Refusal.new('a note needs words; delete it instead', ["note/#{id}"]) if text && text.strip.empty?

        shape = note.shape if shape == :keep
        problem = note_problem(text || note.text, width == :keep ? nil : width)
        problem ||= Annotations::NoteShapes.problem(shape, text || note.text)
        return Refusal.new(problem, ["note/#{id}"]) if problem

        Edit.put(text || width != :keep ? 'Note changed' : 'Note moved', note.dup.tap do |n|
          n.text = text.strip if text
          n.width = width&.round(2) unless width == :keep
          n.shape = shape
          n.x += dx
          n.y += dy
        end)
      end

      def note_problem(text, width)
        return 'a note needs words' if text.empty?
        return "a note has at most #{NOTE_LENGTH} characters; this one has #{text.length}" if text.length > NOTE_LENGTH

        unless width.nil? || NOTE_WIDTHS.cover?(width)
          "a note is wrapped at #{NOTE_WIDTHS.min.round} to #{NOTE_WIDTHS.max.round} mm"
        end
      end
    end
  end
end
