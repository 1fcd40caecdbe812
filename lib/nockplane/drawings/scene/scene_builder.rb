# frozen_string_literal: true

module Nockplane
  module Drawings
    # Builds the Scene of a sheet. source: a Products::Source.
    class SceneBuilder
      # shade: :all, or :known for only the shading that is there already (the rest is asked for with #shading_of).
      # states: { cell key => "behind" or "adrift" }; fields: more texts for title blocks (owner ...);
      # purpose: :screen or :print (see Layering).
      def initialize(drawing, sheet_id, source, states: {}, fields: {}, shade: :all, purpose: :screen)
        @shade = shade
        @purpose = purpose
        @drawing = drawing
        @sheet = drawing.sheet(sheet_id)
        @source = source
        @states = states
        @extra = fields
        @standard = drawing.standard
        @layering = Layering.new(drawing.layers, purpose)
        @paper = @sheet.paper
      end

      # The same with states. The scene that was made last is that of both, unless annotations are drawn otherwise.
      def with_states(states)
        return self if states.empty?

        dup.tap { |b| b.take(states) }
      end

      # margin: words along the left edge of the paper, outside the frame; nil for none.
      def scene(margin: nil)
        margins = margin ? [Group.new(owner: 'format', items: [margin_words(margin)])] : []
        Scene.new(
          width: @paper.width,
          height: @paper.height,
          groups: (@given || (@made = groups)) + margins,
          title: @drawing.meta.title,
          layers: @layering.shown,
          overhang: @paper.overhang
        )
      end

      # Ids of shaded views whose shading is not there yet.
      def unshaded = @drawing.views_on(@sheet.id).select { |v| settled(v).shaded? && !shown(v).shaded? }.map(&:id)

      # [Ink] of a view's shading.
      def shading_of(view) = @layering.apply(view_ink(view).shading, view)

      # ViewPlace of a view.
      def place(view)
        (@places ||= {})[view.id] ||= ViewPlace.new(view, shown(view), @drawing.scale(view))
      end

      # Annotations::Drawn of a dimension of a view.
      def dimension_ink(dimension)
        view = @drawing.view(dimension.view)
        adrift = @states["dimension/#{dimension.id}"] == 'adrift'
        Annotations::Drawn.new(@standard, place(view), dimension, feet(view, dimension), adrift: adrift)
      end

      # Title blocks and tables. What takes long to work out (mass) waits like shading.
      def furniture = @furniture ||= Furniture.new(@drawing, @sheet, @source, extra: @extra, wait: @shade == :known)

      # [Group] of title blocks and tables.
      def scene_of_furniture = furniture.groups.map { |g| layered(g) }

      # ShownModel of a view.
      def shown(view) = (@shown ||= {})[view.id] ||= ShownModel.of(@source, @drawing, view)

      # Paper boxes that a view's annotations should keep clear of: the other views, title blocks and tables.
      def obstacles(view)
        @drawing.views_on(@sheet.id).reject { |v| v.id == view.id }.map { |v| place(v).outline } + furniture.boxes
      end

      # Ground of a view: its own lines, what stands around it, annotations of the other views.
      def ground(view)
        items = drawn(view)
        strokes, centres = items.select { |i| Drafting::Ink.stroke?(i) }.partition { |i| i.layer != 'centre' }
        segments = ->(list) { list.flat_map { |i| Drafting::Ink.chords(i).each_cons(2).map { |p, q| [*p, *q] } } }
        ground = Ground.new(segments[strokes], segments[centres], obstacles(view), frame_box)
        ground.keep(items.grep(Drafting::Ink::Text))
        @drawing.notes.select { |n| n.sheet == @sheet.id }.each { |n| ground.keep(note_group(n).items) }
        @drawing
          .views_on(@sheet.id)
          .reject { |v| v.id == view.id }
          .each { |v| @drawing.dimensions_of(v.id).each { |d| ground.keep(dimension_ink(d).ink) unless unplaced?(d) } }
        ground
      end

      # Paper box of all that a view draws, its annotations included.
      def reach(view)
        items = drawn(view) + @drawing.dimensions_of(view.id).flat_map { |d| dimension_ink(d).ink }
        boxes =
          items.reject { |i| i.is_a?(Drafting::Ink::Region) }.map { |i| Drafting::Ink.box(i) } + [place(view).outline]
        Drafting::Ink.about(boxes)
      end

      # What a view draws besides its dimensions and shading: lines, marks on it, its label.
      def drawn(view)
        lines = lasting('drawn', view) { view_ink(view).ink(shade: false) }
        lines + marks_on(view) + view_ink(view).label
      end

      def linework_of(dimension) = shown(@drawing.view(dimension.view)).linework
      def solid_of(dimension) = shown(@drawing.view(dimension.view)).model.solid

      # [Annotations::Pointing::Place] where the leaders of a note end.
      def tips(note) = (note.leaders || []).map { |t| pointing.place(t) }
      def pointing = @pointing ||= Annotations::Pointing.new(@drawing, @sheet.id, self)

      # Frame of the sheet [x0, y0, x1, y1].
      def frame_box = @paper.frame

      protected

      def take(states)
        @states = states
        @given = @made && !states.value?('adrift') ? @made.map { |g| stated(g) } : nil
      end

      private

      def groups
        groups = [Group.new(owner: 'format', items: @layering.apply(@paper.ink)), *scene_of_furniture]
        views = @drawing.views_on(@sheet.id)
        views.each { |v| groups << view_group(v) }
        views.each { |v| groups.concat(mark_groups(v) + label_groups(v)) }
        views.each { |v| groups.concat(dimension_groups(v)) }
        groups.concat(hole_groups)
        groups.concat(@drawing.notes.select { |n| n.sheet == @sheet.id }.map { |n| note_group(n) })
        groups.concat(@drawing.berths.select { |b| b.sheet == @sheet.id }.map { |b| berth_group(b) })
      end

      def stated(group) = (state = @states[group.owner]) ? group.dup.tap { |g| g.state = state } : group

      # (A place is made by tidying; before that it has only its form.)
      def unplaced?(dimension) = !dimension.place.placed?

      # Small words that read upwards in the filing margin (SHT-01).
      def margin_words(words)
        x0, y0, = @paper.frame
        Drafting::Ink.text(
          [x0 - 9.0, 2.6].max + 2.0,
          y0 + 12.0,
          words,
          height: 2.0,
          angle: 90.0,
          layer: @layering.layer('format').id
        )
      end

      def settled(view) = (@settled ||= {})[view.id] ||= @drawing.settled(view)

      def view_ink(view, clear: [])
        ViewInk.new(
          @standard,
          settled(view),
          shown(view),
          place(view),
          @sheet.scale,
          @drawing.scale(view),
          clear: clear
        )
      end

      # [Ink] of a view without its shading, on layers.
      def lines_of(view)
        clear = words_over(view)
        lasting('layered', view, clear, @purpose) do
          @layering.apply(view_ink(view, clear: clear).ink(shade: false), view)
        end
      end

      # [Ink] of a view, frozen; made anew only when something that it rests on is another: any cell but the
      # annotations, the model, and what more is said.
      def lasting(kind, view, *more, &make)
        return make.call if shown(view).problem

        @source.inked(kind, @source.text(shown(view).subject), shown(view).key, basis, view.id, *more, &make)
      end

      # Digest of all cells that a view's lines may rest on.
      def basis
        @basis ||=
          begin
            cells = @drawing.cells.reject { |_, c| c.is_a?(Dimension) || c.is_a?(Note) }
            Digest::SHA256.digest(JSON.generate(cells.transform_values { |c| Cells.plain(c) }))
          end
      end

      # Rectangles of words that stand over a view that is lined: of its dimensions, and of notes.
      def words_over(view)
        return [] unless shown(view).opening

        placed = @drawing.dimensions_of(view.id).reject { |d| unplaced?(d) }.flat_map { |d| dimension_ink(d).ink }
        notes = @drawing.notes.select { |n| n.sheet == @sheet.id }.flat_map { |n| note_group(n).items }
        words = (placed + notes).grep(Drafting::Ink::Text)
        grown = words.map { |t| Convex.grown(Drafting::Ink.text_corners(t), CLEAR) }
        grown.select { |corners| Geometry::Box.meet?(Convex.box(corners), place(view).outline) }
      end

      # mm that lining keeps from words.
      CLEAR = 0.8
      def layered(group) = group.tap { |g| g.items = @layering.apply(g.items, @drawing.cells[g.owner.split(':')[0]]) }

      def view_group(view)
        toned = settled(view).shaded? && !shown(view).problem && (@shade == :all || shown(view).shaded?)
        Group.new(
          owner: "view/#{view.id}",
          items: (toned ? shading_of(view) : []) + lines_of(view),
          box: place(view).outline,
          state: @states["view/#{view.id}"]
        )
      end

      # What views made out of this one leave on it: cutting lines, borders of details, arrows. (Also those on other
      # sheets.)
      def marks_on(view) = children(view).flat_map { |child| marks(view, child) }
      def children(view) = @drawing.views.select { |v| v.parent == view.id }
      def marks(view, child) = Views.of(child).marks(@standard, child, place(view), shown(child))

      # A group for the marks of each ("mark/v3", by the id of the view that they are of), so that they can be picked
      # and moved.
      def mark_groups(view)
        children(view).filter_map do |child|
          items = marks(view, child)
          Group.new(owner: "mark/#{child.id}", items: @layering.apply(items, child)) unless items.empty?
        end
      end

      def label_groups(view)
        items = view_ink(view).label
        items.empty? ? [] : [Group.new(owner: "label/#{view.id}", items: @layering.apply(items, view))]
      end

      def dimension_groups(view)
        @drawing
          .dimensions_of(view.id)
          .map do |d|
            Group.new(
              owner: "dimension/#{d.id}",
              items: @layering.apply(Annotations::Breaks.cut(d, dimension_ink(d), -> { lines_beside(view, d) }), d),
              state: @states["dimension/#{d.id}"]
            )
          end
      end

      # Labels at what tables list of a view, wherever those stand ("holes/t1").
      def hole_groups
        @drawing
          .tables
          .select { |t| t.view && @drawing.view(t.view)&.sheet == @sheet.id }
          .filter_map do |t|
            view = @drawing.view(t.view)
            next if Tables.of(t).marked_by_view?

            ground = ground(view)
            @drawing.dimensions_of(view.id).each { |d| ground.keep(dimension_ink(d).ink) unless unplaced?(d) }
            list = Tables.of(t).listing(@drawing, t, shown(view))
            marks = Tables::ListMarks.new(@standard, list, place(view), ground)
            Group.new(owner: "holes/#{t.id}", items: @layering.apply(marks.ink, t))
          end
      end

      # Lines of a view's other dimensions, [[x0, y0, x1, y1], ...].
      def lines_beside(view, dimension)
        others = @drawing.dimensions_of(view.id).reject { |d| d.id == dimension.id }
        lines = others.flat_map { |d| dimension_ink(d).ink }.select { |i| i.is_a?(Drafting::Ink::Line) && !i.closed }
        lines.flat_map { |i| i.points.each_cons(2).map { |p, q| [*p, *q] } }
      end

      # Paper points of the corners of the faces a dimension measures; kept, since tidying asks again for every place it
      # tries.
      def feet(view, dimension)
        return [] unless Annotations.of(dimension).corner_feet?

        (@feet ||= {})[[view.id, dimension.snapshot.faces]] ||=
          corners(shown(view), dimension.snapshot.faces).map { |p| place(view).point(p) }
      end

      # [point, ...] of the model: all corners of some faces.
      def corners(shown, faces)
        @source.inked('corners', @source.text(shown.subject), shown.key, faces) do
          solid = shown.model.solid
          facets = faces.flat_map { |name| solid.facets_of(name) }
          facets.flat_map { |f| f.loops.flatten }.uniq.map { |i| solid.point(i) }
        end
      end

      def referring = @referring ||= Tables::Referring.new(@drawing, @source)

      def note_group(note)
        kind = Annotations.of(note)
        note = note.dup.tap { |n| n.text = referring.words(n) } if note.item
        note = note.dup.tap { |n| n.text = furniture.fields.filled(n.text) } if note.text.include?('{')
        Group.new(
          owner: "note/#{note.id}",
          items: @layering.apply(kind.ink(@standard, note, tips(note)), note),
          state: @states["note/#{note.id}"],
          box: kind.box(@standard, note)
        )
      end

      def berth_group(berth)
        Group.new(
          owner: "berth/#{berth.id}",
          items: @layering.apply(BerthInk.new(berth).ink),
          box: berth.box,
          state: berth.why && 'empty'
        )
      end
    end
  end
end
