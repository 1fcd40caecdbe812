# frozen_string_literal: true

module Nockplane
  module Drawings
    # What a view draws in the manner of a standard: shading, lines by class, centre lines, threads, its label. Items
    # name classes of ink ("visible", "hidden", ...), which Layering puts on layers.
    class ViewInk
      CLASSES = { sharp: 'visible', silhouette: 'visible', smooth: 'smooth' }.freeze
      # Part of a tangent edge that is left out at each end when they are drawn shortened (HID-04).
      SHORTER = 0.12

      # shown: ShownModel of the view; place: ViewPlace; sheet_scale, scale: factors of the sheet and of the view.
      # clear: rectangles of words that stand over it, which lining keeps clear of.
      def initialize(standard, view, shown, place, sheet_scale, scale = view.scale || sheet_scale, clear: [])
        @clear = clear
        @standard = standard
        @view = view
        @shown = shown
        @place = place
        @sheet_scale = sheet_scale
        @scale = scale
      end

      # [Ink]; shade: draw the shading too.
      def ink(shade: true)
        return [trouble] if @shown.problem

        items = shade && @view.shaded? ? shading : []
        items += lines unless @view.style == 'tone'
        items +=
          bounded(hatch + (@shown.model.incomplete? ? stand_ins : []) + (centre_lines? ? centre_lines : []) + threads)
        items += kind.details(@standard, @view, @place, @shown)
        items + trails + Border.new(@standard, @view, @shown, @place).ink
      end

      # The label, with the scale where the view has one of its own (SCL-01); above it, that the model is incomplete.
      def label = ViewLabel.new(@standard, @view, @place, own_scale, incomplete).ink

      # [Ink::Region] of the shading.
      def shading
        @shown.shading.map do |r|
          level = (r.light * 255).round.clamp(0, 255)
          tone = format('#%02x%02x%02x', [level - 6, 0].max, level, [level + 2, 255].min)
          Drafting::Ink::Region.new(
            loops: r.loops.map { |l| l.map { |x, y| @place.paper(x, y) } },
            tone: tone,
            layer: 'shade'
          )
        end
      end

      private

      def strokes = @shown.linework.strokes
      def kind = Views.of(@view)
      def tangent = @view.tangent || @standard.tangent(@view.kind)
      def centre_lines? = @view.centre_lines.nil? ? @standard.centre_lines?(@view.kind) : @view.centre_lines

      # Ink cut to what the view is bounded by, and to what its gaps leave.
      def bounded(items)
        @shown.windows.map { |w| Border.on_paper(w, @place) }.reduce(items) { |found, w| w.keep(found) }
      end

      # Why there is nothing to be seen.
      def trouble
        x0, y0, x1, y1 = @place.outline
        Drafting::Ink.text(
          (x0 + x1) / 2,
          (y0 + y1) / 2,
          "NOT SHOWN: #{@shown.problem}",
          height: @standard.text_height,
          anchor: :middle,
          tone: Drafting::Ink::OCHRE,
          layer: 'label'
        )
      end

      def lines = parted.filter_map { |s| stroke(s) if drawn?(s) }

      # Strokes without what the gaps of an interrupted view leave out.
      def parted
        (@view.gaps || []).reduce(strokes) { |found, gap| Views::Parting.new(gap, @shown).keep(found) }
      end

      # How the component that a stroke belongs to is shown; nil for as the rest.
      def look(stroke)
        looks = @shown.looks
        return nil if looks.empty?

        stroke.faces.lazy.map { |name| looks[Views::PartLook.of_face(name)] }.find(&:itself)
      end

      def drawn?(stroke)
        part = look(stroke)
        return false if part && !stroke.visible
        return false if part&.simple? && simplifying.fine?(stroke)
        return false if stroke.kind == :smooth && (tangent == 'none' || (!stroke.visible && @view.style != 'all'))

        stroke.visible || @view.hidden_lines?
      end

      def stroke(stroke)
        ink_class = stroke.visible ? CLASSES.fetch(stroke.kind) : 'hidden'
        ink_class = 'visible' if ink_class == 'smooth' && tangent == 'wide'
        more = {
          width: @standard.width(ink_class),
          dash: @standard.dash(ink_class, stroke.length * @place.scale),
          layer: ink_class
        }
        if look(stroke)&.thin?
          more = {
            width: @standard.narrow,
            dash: Drafting::LineType.dash('05', stroke.length * @place.scale, @standard.narrow),
            layer: 'smooth'
          }
        end

        short = stroke.kind == :smooth && tangent == 'shortened'
        cut = short && stroke.arc? ? (stroke.to - stroke.from) * SHORTER : 0.0
        made = Drafting::Ink.of_stroke(stroke, @place.scale, cut: cut, **more) { |x, y| @place.paper(x, y) }
        made.points = shortened(made.points) if short && !stroke.arc? && made.points.size == 2
        made
      end

      def shortened(points)
        a, b = points
        [SHORTER, 1 - SHORTER].map { |t| [a[0] + ((b[0] - a[0]) * t), a[1] + ((b[1] - a[1]) * t)] }
      end

      # Section lining of what is cut (SEC-24 to 27); of an assembly each part by itself, neighbours the other way or
      # closer (SEC-26).
      def hatch
        @shown
          .areas
          .map(&:last)
          .each_with_index
          .flat_map do |loops, i|
            Drafting::Hatching.new(
              @standard,
              loops.map { |l| l.map { |x, y| @place.paper(x, y) } },
              part: i,
              clear: @clear
            ).ink
          end
      end

      # Crossed lining of the flat pieces that stand in for faces that could not be read.
      def stand_ins
        loops = @shown.stand_ins.flat_map(&:loops)
        Drafting::Hatching.new(@standard, loops.map { |l| l.map { |x, y| @place.paper(x, y) } }).crossed
      end

      # Where hidden lines are left out, so are the centre lines of what is hidden.
      def centre_lines
        pitch =
          (@shown.model.dimensions + @shown.model.measured)
            .select { |d| d.kind == :pitch_circle }
            .map { |d| [d.centre, d.axis, d.value / 2] }
        Drafting::CentreLines.new(@standard, @place.frame, @place.scale, @place.method(:shown_point)).ink(axes, pitch)
      end

      def simplifying = @simplifying ||= Simplifying.new(@shown)
      def centred = @shown.axes.reject { |axis| simplifying.fine_axis?(axis) }

      def axes
        return centred if @view.hidden_lines?

        seen = strokes.select(&:visible).each_with_object({}) { |s, by| s.faces.each { |f| (by[f] ||= []) << s } }
        centred.select do |axis|
          around = axis.faces.flat_map { |name| seen[name] || [] }
          @place.frame.along?(axis.direction) ? round(around, axis) >= RIM : around.any? { |s| beside?(s, axis) }
        end
      end

      # Does a stroke show more of what is turned about an axis than a rim seen edge-on, which says nothing of a bore?
      def beside?(stroke, axis)
        return true unless stroke.shape == :line

        frame = @place.frame
        way = [frame.r, frame.u].map { |e| Geometry::Vec.dot(e, axis.direction) }
        a, b = stroke.points
        (((b[0] - a[0]) * way[0]) + ((b[1] - a[1]) * way[1])).abs > 1e-6
      end

      # Radians about an axis seen end-on that the longest of its circles shows.
      def round(strokes, axis)
        circles = strokes.group_by { |s| s.arc? ? s.rx.round(3) : axis.radius }
        circles.map { |radius, list| list.sum(&:length) / [radius, 1e-9].max }.max || 0.0
      end

      # Radians of a rim that must be seen for the centre mark of a bore, where hidden lines are not drawn: of a bore of
      # which a sliver shows through an opening nobody marks the centre.
      RIM = Math::PI / 2

      def threads
        return [] if @view.threads == false || (@view.threads.nil? && @standard.threads == 'none') || kind.pictorial?

        seen = strokes.select { |s| s.visible && s.arc? }.flat_map(&:faces)
        drawer = Drafting::ThreadInk.new(@standard, @place.frame, @place.scale, @place.method(:point))
        solid = @shown.model.solid
        @shown
          .model
          .threads
          .reject { |name, _| simplifying.simple?(name) }
          .flat_map do |name, thread|
            facets = solid.facets_of(name)
            next [] if facets.empty?

            wall =
              Drafting::ThreadInk::Wall.new(
                facets[0].face.surface,
                facets.flat_map { |f| f.loops.flatten }.uniq.map { |i| solid.point(i) }
              )
            drawer.ink(wall, thread.major, visible: seen.include?(name), hidden_lines: @view.hidden_lines?)
          end
      end

      # From where each component was to where the explode steps have moved it.
      def trails
        @shown.trails.map do |a, b|
          p, q = [a, b].map { |point| @place.point(point) }
          Drafting::Ink.line(
            p,
            q,
            width: @standard.width('centre'),
            dash: @standard.dash('centre', Math.hypot(q[0] - p[0], q[1] - p[1])),
            layer: 'centre'
          )
        end
      end

      def own_scale = (@scale - @sheet_scale).abs > 1e-9 ? "(#{Drafting::Scale.text(@scale, @standard.decimal)})" : nil

      def incomplete
        gaps = @shown.model.gaps
        return '' if gaps.empty?

        pieces = "#{gaps.size} #{gaps.size == 1 ? 'piece' : 'pieces'} of the model could not be read"
        gaps.any? { |g| g[:stands_in] } ? "INCOMPLETE: #{pieces} (crossed lining)" : "INCOMPLETE: #{pieces}"
      end
    end
  end
end
