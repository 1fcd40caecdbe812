# frozen_string_literal: true

module Nockplane
  module Drawings
    # A drawing with its views still empty: format, standard, and berths (places for views). Filling it with a model gives
    # a drawing whose scale is the largest preferred one at which nothing overlaps.
    class Template
      # mm: room for dimensions round the views, and between them (PRJ-08 asks at least 20 plus room for dimensions).
      PAD = 26.0
      GAP = 42.0

      attr_reader :name, :title, :format, :standard, :berths

      DIRECTORY = File.expand_path('templates', __dir__)

      # Shipped templates by name.
      def self.all
        @all ||= Dir[File.join(DIRECTORY, '*.json')].sort.to_h { |f| [File.basename(f, '.json'), new(File.basename(f, '.json'), JSON.parse(File.read(f)))] }.freeze
      end

      def initialize(name, data)
        @name = name
        @title = data.fetch('title')
        @format = data.fetch('format')
        @standard = data.fetch('standard')
        @berths = data.fetch('berths')
        freeze
      end

      # A Drawing of a model: views at a revision, scale chosen, centred on the sheet.
      # model_id: id in the source; properties fill title and number.
      def fill(model_id, revision, model, title:, number:)
        frames = frames()
        sizes = frames.transform_values { |f| extent(model.solid, f) }
        scale = scale(sizes)
        places = places(sizes, scale)
        own = pictorial(sizes, scale)&.first
        views = @berths.filter_map { |b| places[b['id']] && view(b, revision, places[b['id']], own) }
        # Hidden lines of many parts behind each other say nothing: assemblies are drawn without.
        views = views.map { |v| v.style == 'hidden' ? v.dup.tap { |x| x.style = 'visible' } : v } if model.assembly?
        Drawing.of(Meta.new(title: title, number: number, revision: 'A', state: 'in work', standard: @standard, template: @name),
                   Binding.new(id: 'b1', model: model_id, follow: true), Sheet.new(id: 's1', format: @format, scale: scale, binding: 'b1', revision: revision), views)
      end

      private

      def frames
        standard = Drafting::Standard.new(@standard)
        @berths.each_with_object({}) do |b, found|
          found[b['id']] = if b['parent'] then found.fetch(b['parent']).folded(*Folding::STEPS.fetch(b['direction']), first_angle: standard.first_angle?)
                           else Projection::ViewFrame.named(b['orientation'])
                           end
        end
      end

      # Width and height (mm of the model) of the solid seen in a frame.
      def extent(solid, frame)
        xs = solid.xs.each_index.map { |i| frame.x(solid.point(i)) }.minmax
        ys = solid.xs.each_index.map { |i| frame.y(solid.point(i)) }.minmax
        [xs[1] - xs[0], ys[1] - ys[0]]
      end

      def berth(kind) = @berths.find { |b| b['kind'] == kind }
      def children = @berths.select { |b| b['parent'] }
      def child(*directions) = children.find { |b| directions.include?(b['direction']) }

      def scale(sizes) = Drafting::Scale::PREFERRED.find { |s| fits?(sizes, s) } || Drafting::Scale::PREFERRED[-1]

      def space
        x0, y0, x1, y1 = Drafting::SheetFormat.named(@format).frame
        [x1 - x0, y1 - y0]
      end

      # Column and row sizes on paper at a scale: [front/plan width, side width, front height, plan height].
      def grid(sizes, scale)
        front = sizes.fetch(berth('principal')['id'])
        side = child('right', 'left')
        plan = child('up', 'down')
        [[front[0], plan ? sizes.fetch(plan['id'])[0] : 0].max * scale, side ? sizes.fetch(side['id'])[0] * scale : 0.0,
         [front[1], side ? sizes.fetch(side['id'])[1] : 0].max * scale, plan ? sizes.fetch(plan['id'])[1] * scale : 0.0]
      end

      # Does everything fit at a scale? Views over the title block must stay clear of it.
      def fits?(sizes, scale)
        width, height = space
        w1, w2, h1, h2 = grid(sizes, scale)
        clear = width - Drafting::TitleBlock::WIDTH
        low_width = PAD + w1 + 12 + (child('down') || w2.zero? ? 0 : GAP + w2)
        low = low_width > clear ? Drafting::TitleBlock::HEIGHT : 0.0
        used_w(w1, w2) + column_width(sizes, scale) + 24 <= width && used_h(h1, h2) <= height - low
      end

      def used_w(w1, w2) = PAD + w1 + (w2.zero? ? 0 : GAP + w2)
      def used_h(h1, h2) = PAD + h1 + (h2.zero? ? 0 : GAP + h2) + PAD

      # Scale, paper size and place of the pictorial view: the sheet's scale where there is room, else the largest smaller one;
      # in a column of its own, or in the corner beside the plan and past the side view, where that lets it be larger.
      def pictorial(sizes, scale)
        berth = berth('pictorial') or return nil

        w, h = sizes.fetch(berth['id'])
        rooms(sizes, scale).filter_map do |where, (wide, high)|
          own = Drafting::Scale::PREFERRED.find { |s| s <= scale && w * s <= wide && h * s <= high }
          own && [own, w * own, h * own, where]
        end.max_by.with_index { |found, i| [found[0], -i] }
      end

      def rooms(sizes, scale)
        width, height = space
        w1, w2, h1, h2 = grid(sizes, scale)
        found = { column: [[width - used_w(w1, w2) - 30, 30].max, height - Drafting::TitleBlock::HEIGHT - 40] }
        found[:corner] = [width - PAD - w1 - 80, height - h1 - PAD - (child('up') ? 40 : Drafting::TitleBlock::HEIGHT + 40)] unless h2.zero? || w2.zero?
        found
      end

      def column_width(sizes, scale) = pictorial(sizes, scale)&.then { |_, w, _, where| where == :column ? w : 0 } || 0

      # The spare room of the sheet goes in equal parts round and between the columns and rows.
      def places(sizes, scale)
        x0, y0, x1, y1 = Drafting::SheetFormat.named(@format).frame
        w1, w2, h1, h2 = grid(sizes, scale)
        _, pw, ph, where = pictorial(sizes, scale)
        dx = [(x1 - x0 - used_w(w1, w2) - (where == :column ? pw + 24 : 0)) / 3, 30].min
        dy = [(y1 - y0 - used_h(h1, h2)) / 3, 30].min
        left = x0 + PAD + dx + (w1 / 2)
        top = y1 - PAD - dy - (h1 / 2) - (child('up') ? h2 + GAP + dy : 0)
        found = { berth('principal')['id'] => [left, top] }
        children.each { |b| found[b['id']] = child_place(b, left, top, [w1, w2, h1, h2], dx, dy) }
        return found unless pw

        found[berth('pictorial')['id']] = if where == :corner then corner_place(left + (w1 / 2), top, h1, [x1, y0, y1])
                                          else pictorial_place(left + (w1 / 2) + (w2.zero? ? 0 : GAP + dx + w2), [x1, y0, y1], ph)
                                          end
        found
      end

      # In the middle between the plan and the frame, and between the side view and the title block (or the frame above it).
      def corner_place(from, top, height, edges)
        x1, y0, y1 = edges
        low, high = child('up') ? [top + (height / 2), y1] : [y0 + Drafting::TitleBlock::HEIGHT, top - (height / 2)]
        [(from + x1) / 2, (low + high) / 2]
      end

      def pictorial_place(from, edges, height)
        x1, y0, y1 = edges
        low = y0 + Drafting::TitleBlock::HEIGHT
        [(from + x1) / 2, [(y1 + low) / 2, y1 - 16 - (height / 2)].min]
      end

      def child_place(berth, left, top, grid, spare_x, spare_y)
        w1, w2, h1, h2 = grid
        dx, dy = Folding::STEPS.fetch(berth['direction'])
        [left + (dx * ((w1 / 2) + GAP + spare_x + (w2 / 2))), top + (dy * ((h1 / 2) + GAP + spare_y + (h2 / 2)))]
      end

      def view(berth, revision, place, pictorial_scale)
        pictorial = berth['kind'] == 'pictorial'
        View.new(id: berth['id'], sheet: 's1', binding: 'b1', revision: revision, kind: berth['kind'], orientation: berth['orientation'], parent: berth['parent'],
                 direction: berth['direction'], x: place[0].round(3), y: place[1].round(3), scale: pictorial ? pictorial_scale : nil,
                 style: berth['style'], name: berth['name'])
      end
    end
  end
end
