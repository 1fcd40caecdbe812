# frozen_string_literal: true

module App
  module Commands
    # What a sheet of a drawing holds, read off its display list: views, annotations, what stands on what, what leaves
    # the drawing space, which berths stay empty. Boxes are [x0, y0, x1, y1] in mm of paper. (What stands on what is
    # found by Drawings::Overlaps, apart from the code that places things.)
    class SheetReport
      def self.of(drawing, sheet_id, source) = new(drawing, sheet_id, source).to_h

      def initialize(drawing, sheet_id, source)
        @drawing = drawing
        @source = source
        @sheet = drawing.sheet(sheet_id)
        @docket = Nockplane::Linking::Docketing.of(drawing, source, ->(_model) { 1 })
        @scene =
          Nockplane::Drawings::SceneBuilder.new(
            drawing,
            sheet_id,
            source,
            states: @docket.states,
            fields: App.title_fields,
            shade: :known,
            purpose: :print
          ).scene
        @groups = @scene.groups.group_by(&:owner)
      end

      def to_h
        outside, on_others = overlaps.partition { |o| o.b == 'frame' }
        {
          scale: words_of(@sheet.scale),
          views: views.map { |v| view(v) },
          annotations: dimensions.map { |d| dimension(d) } + notes.map { |n| note(n) },
          overlaps: on_others.map { |o| [o.a, o.b, o.area.round(3)] },
          outside: outside.map(&:a),
          completeness: CompletenessReport.of(@drawing, @source),
          empty: berths.map { |b| { berth: b.name, why: b.why || 'it is for another kind of model' } }
        }
      end

      private

      def views = @drawing.views_on(@sheet.id)
      def dimensions = views.flat_map { |v| @drawing.dimensions.select { |d| d.view == v.id } }
      def notes = @drawing.notes.select { |n| n.sheet == @sheet.id }
      def berths = @drawing.berths.select { |b| b.sheet == @sheet.id }
      def overlaps = Nockplane::Drawings::Overlaps.new(@drawing, @sheet, @scene).all
      def words_of(scale) = Nockplane::Drafting::Scale.text(scale)

      def view(view)
        {
          name: view.name,
          kind: view.kind,
          scale: words_of(view.scale || @sheet.scale),
          box: box("view/#{view.id}"),
          revision: view.revision
        }
      end

      def dimension(dimension)
        key = "dimension/#{dimension.id}"
        {
          kind: dimension.snapshot.kind,
          words: dimension.snapshot.words(@drawing.standard).to_s,
          view: @drawing.view(dimension.view).name,
          box: box(key),
          status: @docket.states[key] || 'current'
        }
      end

      def note(note) = { kind: 'note', words: note.text, view: nil, box: box("note/#{note.id}"), status: 'current' }

      # The box of a thing's group, or of all its ink.
      def box(owner)
        groups = @groups[owner] or return nil
        given = groups.filter_map(&:box)[0]
        return given.map { |c| c.round(3) } if given

        points =
          groups
            .flat_map(&:items)
            .flat_map do |i|
              i.is_a?(Nockplane::Drafting::Ink::Text) ? Nockplane::Drafting::Ink.text_corners(i, 0.0) : stroke(i)
            end
        points.empty? ? nil : points.transpose.then { |xs, ys| [xs.min, ys.min, xs.max, ys.max].map { |c| c.round(3) } }
      end

      def stroke(item) = Nockplane::Drafting::Ink.stroke?(item) ? Nockplane::Drafting::Ink.chords(item) : []
    end
  end
end
