# frozen_string_literal: true

module Nockplane
  module Drawings
    # Edits of berths. Each gives an Edit or a Refusal.
    module BerthEdits
      NAMES = {
        'front' => 'Front view',
        'top' => 'View from above',
        'left' => 'View from the left',
        'right' => 'View from the right',
        'bottom' => 'View from below',
        'back' => 'View from the rear',
        'iso' => 'Isometric view'
      }.freeze

      module_function

      # A berth of a kind; parent and direction for one tied to another. In a free place near the parent or the middle.
      def add(drawing, sheet_id, kind, orientation: nil, parent: nil, direction: nil)
        return Refusal.new("berths are #{Views.all.keys.join(', ')}", []) unless Views.known?(kind)

        type = Views.all.fetch(kind)
        if type.folded? && !(drawing.berth(parent) && Folding::STEPS.key?(direction))
          return Refusal.new('choose the berth it is folded out of, and the side', [])
        end

        direction = nil unless type.folded? && parent
        orientation ||= type.orientation unless parent
        if orientation && !Projection::ViewFrame::NAMED.key?(orientation)
          return Refusal.new("'#{orientation}' is not a direction of sight", [])
        end

        w, h = type.size
        x, y = spot(drawing, sheet_id, w, h, drawing.berth(parent), direction)
        berth =
          Berth.new(
            id: drawing.next_id('v'),
            sheet: sheet_id,
            kind: kind,
            orientation: orientation,
            parent: parent,
            direction: direction,
            style: type.style,
            scale: type.scale_rule,
            x: x,
            y: y,
            width: w,
            height: h,
            pinned: false
          )
        Edit.put('Berth added', berth.dup.tap { |b| b.name = name(drawing, berth) })
      end

      # Beside its parent as far as the sheet goes, else in free room.
      def spot(drawing, sheet_id, width, height, parent, direction)
        frame = drawing.sheet(sheet_id).paper.frame
        if direction
          dx, dy = Folding::STEPS.fetch(direction)
          beside = [
            parent.x + (dx * ((parent.width / 2) + 24 + (width / 2))),
            parent.y + (dy * ((parent.height / 2) + 24 + (height / 2)))
          ]
          return [width, height].each_with_index.map do |size, k|
            beside[k].clamp(frame[k] + (size / 2), [frame[k + 2] - (size / 2), frame[k] + (size / 2)].max)
          end
        end
        taken =
          drawing.berths.select { |b| b.sheet == sheet_id }.map(&:box) +
            drawing.blocks.select { |b| b.sheet == sheet_id }.map { |b| b.box(frame) }
        Spot.new(frame, [], taken, 6.0).near(frame[0] + (width * 0.9), frame[3] - (height * 0.9), width, height) ||
          [(frame[0] + frame[2]) / 2, (frame[1] + frame[3]) / 2]
      end

      # What a projected view shows, by the fold (PRJ-02).
      def name(drawing, berth)
        return Views.of(berth).title if Views.of(berth).title

        frame = Drawing.new(drawing.cells.merge("berth/#{berth.id}" => berth)).frame(berth)
        named = Projection::ViewFrame::NAMED.find { |_, f| f.d.zip(frame.d).all? { |a, b| (a - b).abs < 1e-6 } }
        NAMES.fetch(named&.first, 'Projected view')
      end

      # values: some fields of the berth.
      def set(drawing, id, values)
        berth = drawing.berth(id) or return Refusal.new("there is no berth #{id}", ["berth/#{id}"])
        fresh = berth.dup.tap { |b| values.each { |k, v| b[k] = v } }
        problem = problem(fresh, drawing.sheet(fresh.sheet).paper.frame)
        problem ? Refusal.new(problem, ["berth/#{id}"]) : Edit.put("Berth #{fresh.name} changed", fresh)
      end

      def problem(berth, frame)
        unless Berth::STYLES.key?(berth.style)
          return "style '#{berth.style}' is not known; use #{Berth::STYLES.keys.join(', ')}"
        end

        unless %w[sheet fit].include?(berth.scale) || (berth.scale.is_a?(Numeric) && berth.scale.positive?)
          return "the scale is the sheet's, the largest that fits, or a factor such as 2:1"
        end

        unless [berth.width, berth.height].all? { |v| v.is_a?(Numeric) && v.between?(10, 1500) }
          return 'a berth is 10 to 1500 mm wide and high'
        end

        unless Geometry::Box.inside?(berth.box, frame)
          "berth '#{berth.name}' would lie off the sheet's drawing space; move it inside"
        end
      end

      # Moves by dx, dy mm; tied berths keep their alignment. Where it was put by hand, the view goes.
      def move(drawing, id, dx, dy)
        berth = drawing.berth(id) or return Refusal.new("there is no berth #{id}", ["berth/#{id}"])
        dx, dy = Folding.allowed(berth, dx, dy) if berth.parent && drawing.berth(berth.parent)
        moved = [
          shifted(berth, dx, dy),
          *Folding.followers(drawing.berths, id, dx, dy).map { |b, x, y| shifted(b, x, y) }
        ]
        frame = drawing.sheet(berth.sheet).paper.frame
        off = moved.filter_map { |b| problem(b, frame) }.first
        off ? Refusal.new(off, ["berth/#{id}"]) : Edit.put("Berth #{berth.name} moved", moved)
      end

      def shifted(berth, dx, dy)
        berth.dup.tap { |b| b.x, b.y, b.pinned = (b.x + dx).round(3), (b.y + dy).round(3), true }
      end

      # Takes a berth away with those tied to it.
      def remove(drawing, id)
        berth = drawing.berth(id) or return Refusal.new("there is no berth #{id}", ["berth/#{id}"])
        Edit.new(
          "Berth #{berth.name} deleted",
          [berth, *Folding.descendants(drawing.berths, id)].to_h { |b| ["berth/#{b.id}", nil] }
        )
      end
    end
  end
end
