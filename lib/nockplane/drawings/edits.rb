# frozen_string_literal: true

module Nockplane
  module Drawings
    # The things a person does to a drawing, each as a function that makes the Edit (or a Refusal).
    module Edits
      module_function

      # Moves a view by dx, dy mm of paper; projected views keep their alignment and children come along.
      def move_view(drawing, id, dx, dy)
        view = drawing.view(id) or return Refusal.new("there is no view #{id}", ["view/#{id}"])
        dx, dy = Folding.allowed(view, dx, dy)
        Edit.put("move #{view.name}", moved(view, dx, dy), Folding.followers(drawing.views, id, dx, dy).map { |v, x, y| moved(v, x, y) })
      end

      # style: of Berth::STYLES; scale: factor or nil for the sheet's; more: tangent, centre_lines, label (nil: by the standard).
      def restyle_view(drawing, id, style: nil, scale: :keep, **more)
        view = drawing.view(id) or return Refusal.new("there is no view #{id}", ["view/#{id}"])
        return Refusal.new("style '#{style}' is not known; use #{Berth::STYLES.keys.join(', ')}", ["view/#{id}"]) if style && !Berth::STYLES.key?(style)

        tangents = Drafting::Standard::CHOICES['tangent']
        return Refusal.new("tangent edges are #{tangents.join(', ')}", ["view/#{id}"]) unless [nil, *tangents].include?(more[:tangent])

        Edit.put("restyle #{view.name}", view.dup.tap do |v|
          v.style = style if style
          v.scale = scale unless scale == :keep
          more.each { |k, value| v[k] = value }
        end)
      end

      # Moves a view that is folded out of no other to another sheet, with those folded out of it.
      def to_sheet(drawing, id, sheet_id)
        view = drawing.view(id) or return Refusal.new("there is no view #{id}", ["view/#{id}"])
        return Refusal.new("there is no sheet #{sheet_id}", ["sheet/#{sheet_id}"]) unless drawing.sheet(sheet_id)
        return Refusal.new("#{view.name} is folded out of #{drawing.view(view.parent).name} and goes where that goes", ["view/#{id}"]) if view.parent
        return Refusal.new("#{view.name} is on that sheet already", ["view/#{id}"]) if view.sheet == sheet_id

        Edit.put("move #{view.name} to another sheet", [id, *drawing.descendants(id)].map { |v| drawing.view(v).dup.tap { |x| x.sheet = sheet_id } })
      end

      # Takes a view away with the views folded out of it and their dimensions.
      def remove_view(drawing, id)
        view = drawing.view(id) or return Refusal.new("there is no view #{id}", ["view/#{id}"])
        views = [id, *drawing.descendants(id)]
        keys = views.map { |v| "view/#{v}" } + drawing.dimensions.select { |d| views.include?(d.view) }.map { |d| "dimension/#{d.id}" }
        Edit.new("delete #{view.name}", keys.to_h { |k| [k, nil] })
      end

      def move_dimension(drawing, id, place)
        dimension = drawing.dimension(id) or return Refusal.new("there is no dimension #{id}", ["dimension/#{id}"])
        Edit.put('move a dimension', dimension.dup.tap do |d|
          d.place = place
          d.pinned = true
        end)
      end

      def remove(drawing, key)
        return Refusal.new("there is no #{key}", [key]) unless drawing.cells[key] && key.match?(%r{\A(dimension|note|table|berth|block|picture)/})

        used = key.start_with?('picture/') && drawing.blocks.any? { |b| b.cells.any? { |c| c['picture'] == key.split('/')[1] } }
        return Refusal.new('the picture stands in the title block; let its cell show something else first', [key]) if used

        Edit.new("delete a #{{ 'block' => 'title block' }.fetch(key.split('/')[0], key.split('/')[0])}", key => nil)
      end

      def add_note(drawing, sheet, text, x, y)
        text = text.to_s.strip
        return Refusal.new('a note needs words', []) if text.empty?
        return Refusal.new('a note has at most 2000 characters', []) if text.size > 2000

        Edit.put('add a note', Note.new(id: drawing.next_id('n'), sheet: sheet, text: text, x: x, y: y))
      end

      # Changes of an existing note: text, or a move by dx, dy mm.
      def change_note(drawing, id, text: nil, dx: 0.0, dy: 0.0)
        note = drawing.cells["note/#{id}"] or return Refusal.new("there is no note #{id}", ["note/#{id}"])
        return Refusal.new('a note needs words; delete it instead', ["note/#{id}"]) if text && text.strip.empty?

        Edit.put(text ? 'change a note' : 'move a note', note.dup.tap do |n|
          n.text = text.strip[0, 2000] if text
          n.x += dx
          n.y += dy
        end)
      end

      def moved(view, dx, dy)
        view.dup.tap do |v|
          v.x += dx
          v.y += dy
        end
      end
    end
  end
end
