# frozen_string_literal: true

module Nockplane
  module Drawings
    # Lays out views or berths of a sheet with their models' extents.
    module Arranging
      # mm more between views where words of dimensions stand level.
      LEVEL = 40.0

      module_function

      # Layout::Result for places (berths, or views) of a sheet; home: the document they are cells of; fixed: scale the
      # sheet must keep, or nil.
      # margins: { id => [left, below, right, above] } of annotations, mm, where they are known.
      # sizes: { id => [width, height] }, mm of the model, of those that show a part only.
      def layout(drawing, sheet, places, source, home: drawing, fixed: nil, margins: {}, sizes: {})
        items =
          items(drawing, sheet, places, source, home).each do |i|
            i.margins = margins[i.id]
            i.w, i.h = sizes[i.id] if sizes[i.id]
          end
        Layout.new(
          sheet.paper.frame,
          Furniture.new(drawing, sheet, source, wait: true).boxes,
          items,
          fixed: fixed,
          more: drawing.standard.aligned_text? ? 0.0 : LEVEL
        ).result
      end

      # What the annotations of views take beyond their outlines: { id => [left, below, right, above] }, mm.
      def margins(drawing, sheet, source)
        builder = SceneBuilder.new(drawing, sheet.id, source, shade: :known)
        drawing
          .views_on(sheet.id)
          .to_h do |v|
            x0, y0, x1, y1 = builder.place(v).outline
            a0, b0, a1, b1 = builder.reach(v)
            w, h = size(drawing, v, source).map { |mm| mm * drawing.scale(v) / 2 }
            # (About the middle that views are laid out by, which need not be the outline's.)
            [
              v.id,
              [
                v.x - w - [a0, x0].min,
                v.y - h - [b0, y0].min,
                [a1, x1].max - v.x - w,
                [b1, y1].max - v.y - h
              ].map { |mm| [mm, 0.0].max }
            ]
          end
      end

      def items(drawing, sheet, places, source, home)
        places.map do |p|
          w, h =
            (
              if p.is_a?(View)
                size(drawing, p, source)
              else
                extent(
                  source.model(drawing.binding(sheet.binding).subject(sheet.revision, p.state)).solid,
                  home.frame(p)
                )
              end
            )
          parent, direction = Folding.tied(p) && Folding::STEPS.key?(p.direction) ? [p.parent, p.direction] : nil
          Layout::Item.new(
            id: p.id,
            kind: p.kind,
            parent: parent,
            direction: direction,
            w: w,
            h: h,
            x: p.x,
            y: p.y,
            pinned: p.pinned,
            rule: rule(p)
          )
        end
      end

      # Width and height (mm of the model) that a view takes about its place: of the whole model, or of what bounds the
      # view.
      def size(drawing, view, source)
        shown = ShownModel.of(source, drawing, view)
        return extent(shown.solid, shown.frame) if shown.windows.empty?

        x, y = shown.hub
        x0, y0, x1, y1 = shown.windows.map(&:box).transpose.then { |a, b, c, d| [a.max, b.max, c.min, d.min] }
        [[x - x0, x1 - x].map(&:abs).max * 2, [y - y0, y1 - y].map(&:abs).max * 2]
      end

      def rule(place)
        return place.scale if place.is_a?(Berth)

        place.rule || place.scale || 'sheet'
      end

      # Width and height (mm of the model) of what stands about the middle of the solid's box, seen in a frame.
      def extent(solid, frame)
        middle = 3.times.map { |k| (solid.box[k] + solid.box[k + 3]) / 2 }
        px, py, = frame.project(solid)
        [
          px.minmax.map { |x| (x - frame.x(middle)).abs }.max * 2,
          py.minmax.map { |y| (y - frame.y(middle)).abs }.max * 2
        ]
      end

      # Views of a sheet with new places (and the sheet with a new scale) where they overlap, leave the frame or cover
      # its furniture; [] when they stand well.
      def settled(drawing, sheet, source)
        views = drawing.views_on(sheet.id)
        return [] if views.empty? || clear?(drawing, sheet, views, source)

        result = layout(drawing, sheet, views, source)
        views.map do |v|
          v.dup.tap do |x|
            x.x, x.y, own = result.places.fetch(v.id)
            x.scale = own
          end
        end + [sheet.dup.tap { |s| s.scale = result.scale }]
      end

      def clear?(drawing, sheet, views, source)
        builder = SceneBuilder.new(drawing, sheet.id, source)
        boxes = views.map { |v| builder.place(v).outline }
        boxes.all? { |b| Geometry::Box.inside?(b, builder.frame_box) } &&
          boxes.combination(2).none? { |a, b| Geometry::Box.meet?(a, b) } &&
          boxes.product(builder.furniture.boxes).none? { |a, b| Geometry::Box.meet?(a, b) }
      end
    end
  end
end
