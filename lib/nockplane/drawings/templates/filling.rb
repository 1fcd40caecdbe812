# frozen_string_literal: true

module Nockplane
  module Drawings
    # Puts a model into a template: every berth fills, tables and fields fill, each sheet's scale is chosen.
    class Filling
      # front: ViewFrame of the model's own front, nil for the usual one; variant: of it that is shown, nil for none.
      def initialize(template, model_id, revision, source, front: nil, variant: nil)
        @template = template
        @document = front ? seen_from(template.document, front) : template.document
        @model_id = model_id
        @revision = revision
        @variant = variant
        @source = source
        @subject = Products::Subject.new(model_id, revision, variant)
        @model = source.model(@subject)
        @document = flat_seen(@document)
      end

      # Why the model has no flat state worth drawing, in words; nil when it has.
      def flat_refusal
        return 'it is an assembly' if @model.assembly?

        found = @source.flats.refusal(@source.text(@subject))
        found || (flat.lines.empty? && !@model.stock ? 'it has no bends' : nil)
      end

      # Modelling::Model that is put in.
      attr_reader :model

      # The turned axis along which a berth's section would cut; nil when there is none.
      def section_axis(berth) = Views::Section.axis(axes, @document.base_frame(berth))

      # Is there the face that a berth is aimed at?
      def face?(berth) = aim(berth.at_face, @document.berth(berth.parent) || berth).found?

      def drawing(title, number)
        meta =
          Meta.new(
            title: title,
            number: number,
            revision: 'A',
            state: 'in work',
            standard: @document.meta.standard,
            template: {
              'slug' => @template.name,
              'revision' => @template.revision
            },
            tidy: @document.meta.tidy
          )
        cells = @document.cells.reject { |k, _| k.start_with?('berth/', 'view/', 'sheet/') || k == 'meta' }.values
        sheets =
          @document.sheets.map do |s|
            s.dup.tap { |x| x.binding, x.revision, x.scale = 'b1', @revision, (s.scale || 1.0) }
          end
        empty =
          Drawing.of(meta, Binding.new(id: 'b1', model: @model_id, variant: @variant, follow: true), sheets, cells)
        sheets.reduce(empty) { |d, s| filled(d, s) }
      end

      private

      def flat = @source.flat(@source.text(@subject))

      # The document with its flat patterns looked at as the model's lies.
      def flat_seen(document)
        berths = document.berths.select { |b| Views.of(b).state }
        return document if berths.empty? || flat_refusal

        seen = berths.map { |b| b.dup.tap { |x| x.sight = Views::Flat.sight(flat.frame) } }
        Drawing.new(document.cells.merge(seen.to_h { |b| [Cells.key(b), b] }))
      end

      # The document with its berths' directions meant from another front.
      def seen_from(document, front)
        berths =
          document
            .berths
            .select(&:orientation)
            .map do |b|
              b.dup.tap { |x| x.sight = Projection::ViewFrame.named(b.orientation).from_front(front).numbers }
            end
        Drawing.new(document.cells.merge(berths.to_h { |b| [Cells.key(b), b] }))
      end

      def filled(drawing, sheet)
        berths = @document.berths.select { |b| b.sheet == sheet.id }
        why = berths.to_h { |b| [b.id, why_empty(b)] }.compact
        ready = berths.reject { |b| why[b.id] }
        sizes = ready.to_h { |b| [b.id, own(b)&.then { |own| Views.of(b).room(own) }] }.compact
        fixed = @document.meta.scale_rule
        result = Arranging.layout(drawing, sheet, ready, @source, home: @document, fixed: fixed, sizes: sizes)
        after =
          with(
            drawing,
            [
              sheet.dup.tap { |s| s.scale = ready.empty? ? @document.meta.scale_rule || 1.0 : result.scale },
              *ready.map { |b| view(b, result) }
            ]
          )
        with(after, set_aside(after, sheet, berths.select { |b| why[b.id] }, why))
      end

      def with(drawing, cells) = Drawing.new(drawing.cells.merge(cells.to_h { |c| [Cells.key(c), c] }))

      # mm of the outline of a berth that stays empty.
      ASIDE = [76.0, 26.0].freeze

      # Berths that stay empty, small and out of the way of the views.
      def set_aside(drawing, sheet, berths, why)
        builder = SceneBuilder.new(drawing, sheet.id, @source, shade: :known)
        taken = drawing.views_on(sheet.id).map { |v| builder.place(v).outline }
        berths.map do |b|
          x, y = Spot.new(builder.frame_box, builder.furniture.boxes, taken, 4.0).near(b.x, b.y, *ASIDE) || [b.x, b.y]
          b.dup.tap { |e| e.x, e.y, e.width, e.height, e.why = x, y, *ASIDE, why[b.id] }.tap { |e| taken += [e.box] }
        end
      end

      # Why a berth can't be filled, nil when it can; what hangs on one that can't, can't either.
      def why_empty(berth)
        parent = berth.parent && @document.berth(berth.parent)
        return "it hangs on '#{parent.name}', which stays empty" if parent && why_empty(parent)

        if berth.opened_at && !aim(berth.opened_at, berth).found?
          return "#{@model.name} has no face or feature '#{berth.opened_at}' round which to break it out"
        end

        (berth.explosion && unexploded(berth.explosion)) || Views.all.fetch(kind(berth)).why_empty(berth, self)
      end

      # Why the model can't be shown exploded, nil when it can.
      def unexploded(state)
        return "#{@model.name} is no assembly, so nothing of it is exploded" unless @model.assembly?

        exploded = @source.model(Products::Subject.new(@model_id, @revision, @variant, state))
        "#{@model.name} has no explode steps" if exploded.solid.box == @model.solid.box
      end

      # The berth's kind, or what it takes instead where it can't be filled (a section where no place to cut is found).
      def kind(berth) = berth.instead && Views.of(berth).why_empty(berth, self) ? berth.instead : berth.kind

      # A-A, B-B ... for those that are lettered, in their order (VW-04: without I and O); nil for others.
      def letters(berth)
        lettered = @document.berths.select { |b| Views.all.fetch(kind(b)).label('A') }
        index = lettered.index { |b| b.id == berth.id } or return nil
        Views.of(berth).label(Views::Letters.at(index))
      end

      def view(berth, result)
        x, y, own = result.places.fetch(berth.id)
        kind = kind(berth)
        view =
          View.new(
            **berth.specification,
            id: berth.id,
            sheet: berth.sheet,
            binding: 'b1',
            revision: @revision,
            state: berth.explosion,
            x: x,
            y: y,
            scale: own,
            rule: berth.scale
          )
        kind == berth.kind ? aimed(view, berth) : instead(view, kind)
      end

      # With what only its kind has, where it is aimed at a face.
      def aimed(view, berth)
        view.style = style(berth)
        view.label = berth.label || letters(berth)
        view.own = own(berth)
        view.scale = Views.of(view).enlarged(view.scale, berth.scale) if view.own
        view.broken = [aim(berth.opened_at, berth).breakout] if berth.opened_at
        view
      end

      # A view where a section was wanted: named by what it shows, with hidden lines, since nothing is cut open.
      def instead(view, kind)
        view.kind = kind
        view.label = nil
        view.style = @model.assembly? ? 'visible' : 'hidden'
        view.name = BerthEdits.name(@document, @document.berth(view.id).dup.tap { |b| b.kind = kind })
        view
      end

      # The fields of its own that a berth's kind makes of the face it is aimed at; nil without.
      def own(berth)
        return Views.of(berth).usual unless berth.at_face && berth.parent

        Views.of(berth).aimed(berth, aim(berth.at_face, @document.berth(berth.parent)), @document)
      end

      # Views::Aim of a face in the image of a berth.
      def aim(name, seen) = Views::Aim.new(@model.solid, axes, @document.base_frame(seen), name)
      def axes = @axes ||= @source.axes(@subject)

      # Hidden lines of many parts behind each other say nothing: assemblies are drawn without.
      def style(berth) = @model.assembly? && berth.style == 'hidden' ? 'visible' : berth.style
    end
  end
end
