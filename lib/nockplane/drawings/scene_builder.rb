# frozen_string_literal: true

module Nockplane
  module Drawings
    # Builds the Scene of a sheet. source answers, for a model id and revision number:
    #   model(id, n) -> Modelling::Model, linework(id, n, frame) -> Projection::Linework,
    #   shading(id, n, frame) -> [Shading::Region], axes(id, n) -> [CentreLines::Axis]
    class SceneBuilder
      # Model properties that the title block shows.
      PROPERTY_FIELDS = %w[material finish mass author].freeze
      WIDTHS = { sharp: :wide, silhouette: :wide, smooth: :narrow }.freeze

      # shade: :all, or :known for only the shading that is there already (the rest is asked for with #shading_of).
      # states: { cell key => "behind" or "adrift" }; fields: more or other texts for the title block (owner, date ...).
      def initialize(drawing, sheet_id, source, states: {}, fields: {}, shade: :all)
        @shade = shade
        @drawing = drawing
        @sheet = drawing.sheet(sheet_id)
        @source = source
        @states = states
        @fields = fields
        @standard = drawing.standard
      end

      def scene
        format = Drafting::SheetFormat.named(@sheet.format)
        groups = [Group.new(owner: 'format', items: format.ink), Group.new(owner: 'title block', items: title_block(format))]
        @drawing.views_on(@sheet.id).each { |v| groups << view_group(v) }
        @drawing.views_on(@sheet.id).each { |v| groups.concat(dimension_groups(v)) }
        groups.concat(@drawing.notes.select { |n| n.sheet == @sheet.id }.map { |n| note_group(n) })
        Scene.new(width: format.width, height: format.height, groups: groups, title: @drawing.meta.title)
      end

      # Ids of shaded views whose shading is not there yet.
      def unshaded = @drawing.views_on(@sheet.id).select { |v| v.style == 'shaded' && !known_shading?(v) }.map(&:id)

      # [Ink] of a view's shading.
      def shading_of(view) = shading_ink(*model_of(view), place(view))

      # ViewPlace of a view.
      def place(view)
        (@places ||= {})[view.id] ||= begin
          frame = @drawing.frame(view)
          model, n = model_of(view)
          ViewPlace.new(view, frame, @drawing.scale(view), @source.model(model, n).solid.box, @source.linework(model, n, frame).box)
        end
      end

      # DimensionInk of a dimension of a view.
      def dimension_ink(dimension)
        view = @drawing.view(dimension.view)
        adrift = @states["dimension/#{dimension.id}"] == 'adrift'
        DimensionInk.new(@standard, place(view), dimension, feet(view, dimension), adrift: adrift)
      end

      # Paper boxes that a view's annotations should keep clear of: the other views and the title block.
      def obstacles(view)
        _, y0, x1, = Drafting::SheetFormat.named(@sheet.format).frame
        block = [x1 - Drafting::TitleBlock::WIDTH, y0, x1, y0 + Drafting::TitleBlock::HEIGHT]
        @drawing.views_on(@sheet.id).reject { |v| v.id == view.id }.map { |v| place(v).outline } << block
      end

      # Frame of the sheet [x0, y0, x1, y1].
      def frame_box = Drafting::SheetFormat.named(@sheet.format).frame

      private

      def model_of(view) = [@drawing.binding(view.binding).model, view.revision]

      def title_block(format)
        x0, y0, x1, = format.frame
        raise Nockplane::Error, 'the title block is wider than the drawing space' if x1 - x0 < Drafting::TitleBlock::WIDTH

        Drafting::TitleBlock.new(@standard, title_fields, [x1, y0]).ink
      end

      def title_fields
        model = @source.model(@drawing.binding(@sheet.binding).model, @sheet.revision)
        properties = model.properties
        number = @drawing.sheets.index(@sheet) + 1
        { 'title' => @drawing.meta.title, 'number' => @drawing.meta.number, 'revision' => @drawing.meta.revision,
          **properties.slice(*PROPERTY_FIELDS),
          'scale' => Drafting::Scale.text(@sheet.scale), 'size' => @sheet.format, 'unit' => 'mm', 'type' => model.assembly? ? 'Assembly drawing' : 'Part drawing',
          'general_tolerance' => @standard.general_tolerance, 'sheet' => "#{number}/#{@drawing.sheets.size}" }.merge(@fields)
      end

      def view_group(view)
        place = place(view)
        model, n = model_of(view)
        items = view.style == 'shaded' && (@shade == :all || known_shading?(view)) ? shading_ink(model, n, place) : []
        items += @source.linework(model, n, place.frame).strokes.filter_map { |s| stroke_ink(s, view, place) }
        items += centre_lines(model, n, place, view) + threads(model, n, place, view) unless view.kind == 'pictorial'
        items += label_ink(view, place)
        Group.new(owner: "view/#{view.id}", items: items, box: place.outline, state: @states["view/#{view.id}"])
      end

      def known_shading?(view) = @source.shaded?(*model_of(view), @drawing.frame(view))

      def shading_ink(model, revision, place)
        @source.shading(model, revision, place.frame).map do |r|
          level = (r.light * 255).round.clamp(0, 255)
          tone = format('#%02x%02x%02x', [level - 6, 0].max, level, [level + 2, 255].min)
          Drafting::Ink::Region.new(loops: r.loops.map { |l| l.map { |x, y| place.paper(x, y) } }, tone: tone, layer: 'shade')
        end
      end

      def stroke_ink(stroke, view, place)
        return nil if !stroke.visible && (view.style != 'hidden' || stroke.kind == :smooth)

        width = stroke.visible ? @standard.public_send(WIDTHS.fetch(stroke.kind)) : @standard.narrow
        dash = stroke.visible ? nil : Drafting::LineType.dash('02', stroke.length * place.scale, width)
        layer = stroke.visible ? 'visible' : 'hidden'
        kind = stroke.spline? ? Drafting::Ink::Curve : Drafting::Ink::Line
        return kind.new(points: stroke.points.map { |x, y| place.paper(x, y) }, width: width, dash: dash, layer: layer) unless stroke.arc?

        Drafting::Ink::Arc.new(centre: place.paper(*stroke.centre), rx: stroke.rx * place.scale, ry: stroke.ry * place.scale, rotation: stroke.rotation,
                               from: stroke.from, to: stroke.to, width: width, dash: dash, layer: layer)
      end

      # Where hidden lines are left out, so are the centre lines of what is hidden.
      def centre_lines(model, revision, place, view)
        pitch = @source.model(model, revision).dimensions.select { |d| d.kind == :pitch_circle }.map { |d| [d.centre, d.axis, d.value / 2] }
        Drafting::CentreLines.new(@standard, place.frame, place.scale, place.method(:point)).ink(axes(model, revision, place, view), pitch)
      end

      def axes(model, revision, place, view)
        all = @source.axes(model, revision)
        return all unless view.style == 'visible'

        seen = @source.linework(model, revision, place.frame).strokes.select(&:visible).flat_map(&:faces).to_h { |name| [name, true] }
        all.select { |a| a.faces.any? { |name| seen[name] } }
      end

      def threads(model, revision, place, view)
        built = @source.model(model, revision)
        seen = @source.linework(model, revision, place.frame).strokes.select { |s| s.visible && s.arc? }.flat_map(&:faces)
        drawer = Drafting::ThreadInk.new(@standard, place.frame, place.scale, place.method(:point))
        built.threads.flat_map do |name, thread|
          facets = built.solid.facets_of(name)
          next [] if facets.empty?

          wall = Drafting::ThreadInk::Wall.new(facets[0].face.surface, facets.flat_map { |f| f.loops.flatten }.uniq.map { |i| built.solid.point(i) })
          drawer.ink(wall, thread.major, visible: seen.include?(name), hidden_lines: view.style == 'hidden')
        end
      end

      # SCL-01: a view with a scale of its own says so above it.
      def label_ink(view, place)
        return [] if view.scale.nil? || (view.scale - @sheet.scale).abs < 1e-9

        x0, _, x1, y1 = place.outline
        [Drafting::Ink.text((x0 + x1) / 2, y1 + 4, "(#{Drafting::Scale.text(view.scale)})", height: 5.0, anchor: :middle, layer: 'dimension')]
      end

      def dimension_groups(view)
        @drawing.dimensions_of(view.id).map do |d|
          items = dimension_ink(d).ink
          Group.new(owner: "dimension/#{d.id}", items: items, state: @states["dimension/#{d.id}"])
        end
      end

      # Paper points of the corners of the faces a dimension measures.
      def feet(view, dimension)
        model, n = model_of(view)
        solid = @source.model(model, n).solid
        at = place(view)
        dimension.snapshot['faces'].flat_map { |name| solid.facets_of(name) }.flat_map { |f| f.loops.flatten }.uniq.map { |i| at.point(solid.point(i)) }
      end

      def note_group(note)
        lines = note.text.split("\n").each_with_index.map do |line, i|
          Drafting::Ink.text(note.x, note.y - (i * @standard.text_height * 1.5), line, height: @standard.text_height, layer: 'note')
        end
        Group.new(owner: "note/#{note.id}", items: lines)
      end
    end
  end
end
