# frozen_string_literal: true

module Nockplane
  module Drawings
    # The things a person does to a drawing, each as a function that makes the Edit (or a Refusal). Labels say what happened, in the
    # past tense: they are told to the person and stand in the journal.
    module Edits
      NOTE_LENGTH = 2000
      # mm a note may be wrapped at.
      NOTE_WIDTHS = (10.0..600.0).freeze

      module_function

      # Moves a view by dx, dy mm of paper; projected views keep their alignment and children come along.
      def move_view(drawing, id, dx, dy)
        view = drawing.view(id) or return no(:view, id)
        dx, dy = Folding.allowed(view, dx, dy)
        Edit.put("#{view.name} moved", moved(view, dx, dy), Folding.followers(drawing.views, id, dx, dy).map { |v, x, y| moved(v, x, y) })
      end

      # scale: factor or nil for the parent's; more: style (of Berth::STYLES), tangent, centre_lines, threads, label (nil: by the parent, else
      # the standard).
      def restyle_view(drawing, id, scale: :keep, **more)
        view = drawing.view(id) or return no(:view, id)
        return Refusal.new("style '#{more[:style]}' is not known; use #{Berth::STYLES.keys.join(', ')}", ["view/#{id}"]) unless [nil, *Berth::STYLES.keys].include?(more[:style])

        tangents = Drafting::Standard::CHOICES['tangent']
        return Refusal.new("tangent edges are #{tangents.join(', ')}", ["view/#{id}"]) unless [nil, *tangents].include?(more[:tangent])

        after = view.dup.tap do |v|
          v.scale = scale unless scale == :keep
          more.each { |k, value| v[k] = value }
        end
        return Refusal.new("nothing is different at #{view.name}", ["view/#{id}"]) if after == view

        Edit.put("#{view.name} #{Restyled.words(view, after, drawing.standard.decimal)}", after)
      end

      # Moves a view that is in line with no other to another sheet, with all that is made out of it.
      def to_sheet(drawing, id, sheet_id)
        view = drawing.view(id) or return no(:view, id)
        return no(:sheet, sheet_id) unless drawing.sheet(sheet_id)
        return Refusal.new("#{view.name} is in line with #{drawing.view(view.parent).name} and goes where that goes", ["view/#{id}"]) if Folding.tied(view)
        return Refusal.new("#{view.name} is on that sheet already", ["view/#{id}"]) if view.sheet == sheet_id

        Edit.put("#{view.name} moved to another sheet", [id, *drawing.descendants(id)].map { |v| drawing.view(v).dup.tap { |x| x.sheet = sheet_id } })
      end

      # Takes a view away with the views made out of it and their dimensions.
      def remove_view(drawing, id)
        view = drawing.view(id) or return no(:view, id)
        views = [id, *drawing.descendants(id)]
        dimensions = drawing.dimensions.select { |d| views.include?(d.view) }
        keys = views.map { |v| "view/#{v}" } + dimensions.map { |d| "dimension/#{d.id}" }
        Edit.new("#{view.name} deleted#{taken_along(views.size - 1, dimensions.size)}", keys.to_h { |k| [k, nil] })
      end

      # ", with 2 views made out of it and 7 dimensions"
      def taken_along(views, dimensions)
        parts = [("#{views} #{views == 1 ? 'view' : 'views'} made out of it" if views.positive?), ("#{dimensions} #{dimensions == 1 ? 'dimension' : 'dimensions'}" if dimensions.positive?)].compact
        parts.empty? ? '' : ", with #{parts.join(' and ')}"
      end

      def move_dimension(drawing, id, place)
        dimension = drawing.dimension(id) or return no(:dimension, id)
        Edit.put("#{Measure.words(drawing.standard, dimension.snapshot)} moved", dimension.dup.tap do |d|
          d.place = place
          d.pinned = true
        end)
      end

      # Takes annotations, tables and the like away; keys: one or several cell keys.
      def remove(drawing, *keys)
        wrong = keys.find { |key| !drawing.cells[key] || !key.match?(%r{\A(dimension|note|table|berth|block|picture)/}) }
        return Refusal.new("there is no #{wrong} any more", [wrong]) if wrong

        used = keys.find { |key| key.start_with?('picture/') && drawing.blocks.any? { |b| b.cells.any? { |c| c['picture'] == key.split('/')[1] } } }
        return Refusal.new('the picture stands in the title block; let its cell show something else first', [used]) if used

        Edit.new("#{keys.size == 1 ? named(drawing, keys[0]) : "#{keys.size} annotations"} deleted", keys.to_h { |k| [k, nil] })
      end

      def named(drawing, key)
        cell = drawing.cells[key]
        return Measure.words(drawing.standard, cell.snapshot).to_s if cell.is_a?(Dimension)

        { 'block' => 'title block' }.fetch(key.split('/')[0], key.split('/')[0])
      end

      # x, y: mm of paper, start of the first line; width: mm it is wrapped at, nil for as long as it is.
      def add_note(drawing, sheet, text, x, y, width: nil)
        text = text.to_s.strip
        problem = note_problem(text, width) || (drawing.sheet(sheet) ? nil : 'that sheet is no longer there')
        problem ? Refusal.new(problem, []) : Edit.put('Note added', Note.new(id: drawing.next_id('n'), sheet: sheet, text: text, x: x, y: y, width: width))
      end

      # Changes of an existing note: text, width (nil: not wrapped), or a move by dx, dy mm.
      def change_note(drawing, id, text: nil, width: :keep, dx: 0.0, dy: 0.0)
        note = drawing.cells["note/#{id}"] or return no(:note, id)
        return Refusal.new('a note needs words; delete it instead', ["note/#{id}"]) if text && text.strip.empty?

        problem = note_problem(text || note.text, width == :keep ? nil : width)
        return Refusal.new(problem, ["note/#{id}"]) if problem

        Edit.put(text || width != :keep ? 'Note changed' : 'Note moved', note.dup.tap do |n|
          n.text = text.strip if text
          n.width = width&.round(2) unless width == :keep
          n.x += dx
          n.y += dy
        end)
      end

      def note_problem(text, width)
        return 'a note needs words' if text.empty?
        return "a note has at most #{NOTE_LENGTH} characters; this one has #{text.length}" if text.length > NOTE_LENGTH

        "a note is wrapped at #{NOTE_WIDTHS.min.round} to #{NOTE_WIDTHS.max.round} mm" unless width.nil? || NOTE_WIDTHS.cover?(width)
      end

      def no(kind, id) = Refusal.new("there is no #{kind} #{id} any more", ["#{kind}/#{id}"])

      def moved(view, dx, dy)
        view.dup.tap do |v|
          v.x += dx
          v.y += dy
        end
      end
    end
  end
end
