# frozen_string_literal: true

module Nockplane
  module Linking
    # A drawing pointed at another model, variant or revision: what becomes of every annotation, and the drawing as it
    # would be. Nothing is written; the first drawing stays what it is.
    class Rebind
      # Revision that views are said to show until they are brought to the one they are pointed at; no model has it.
      BEFORE = 0
      SCALES = %w[kept fitted].freeze
      # Fields that were given to the first drawing and that nobody has given to a new one yet.
      SIGNED = %w[approved checked date].freeze

      attr_reader :drawing, :to, :revision

      # to: Products::Subject; views: ids of those pointed at it, nil for all that show binding (id; nil: the first);
      # what hangs together with a chosen view goes along. kin: as of Counterparts; nil: found out for other models.
      # pinned: does the drawing stay at that revision, rather than follow the latest?
      def initialize(drawing, source, to:, binding: nil, views: nil, kin: nil, pinned: false)
        @drawing = drawing
        @source = source
        @to = to
        @revision = to.revision
        @binding = drawing.binding(binding || drawing.bindings[0]&.id) or
          raise Refused, 'the drawing shows no model yet'
        @chosen = views
        @kin = kin
        @pinned = pinned
        check
      end

      # A rebind that can't be: the reason is a sentence.
      class Refused < Nockplane::Error
      end

      # A drawing with some sheets (ids) laid out anew: at the largest scale at which all stands clear, by its own
      # layout rules where it has any.
      def self.fitted(drawing, source, sheets)
        best = Drawings::Relaying.new(source, fixed: drawing.meta.scale_rule).best(drawing, sheets)
        ruled = best.cells.keys.any? { |k| k.start_with?('rule/') }
        ruled ? Drawings::Tidying.run(best, source).drawing : best
      end

      # [Fate] of the annotations of the views concerned, in the order of the drawing.
      def fates =
        @fates ||= Fates.new(@drawing, pointed, views, new_model, renaming, counterparts, flat: -> { flat_model }).all

      # The views that are pointed at the other model: chosen ones, with all that hang on them or that they hang on.
      def views
        @views ||=
          begin
            shown = @drawing.views.select { |v| v.binding == @binding.id }
            @chosen ? together(shown, @chosen) : shown
          end
      end

      def whole? = views.size == @drawing.views.count { |v| v.binding == @binding.id }

      # The drawing as it would be. decisions: { dimension id => "delete", "keep" (adrift), or the id of a model
      # dimension to tie it to }; scale: one of SCALES, nil to lay nothing out; title, number: of a new drawing, nil to
      # leave them; fresh: does it begin a life of its own, with no revisions behind it?
      def result(decisions: {}, scale: 'fitted', title: nil, number: nil, fresh: true)
        after = settled(decisions)
        after = after.with([headed(after.meta, title, number, fresh)])
        after = general_notes(after)
        laid_out(after, scale)
      end

      # What the title data of the drawing lose because it was typed for the model before: [[field, text], ...].
      def dropped_fields
        whole? ? @drawing.meta.fields.select { |name, _| of_model?(name) }.to_a : []
      end

      # Ids of dimensions whose value was typed over by hand; the model's own is shown instead.
      def dropped_values
        views.flat_map { |v| @drawing.dimensions_of(v.id) }.select { |d| d.wording&.over? }.map(&:id)
      end

      def counterparts = @counterparts ||= Counterparts.of(old_model, new_model, kin: kin)
      def new_model = @source.model(@to)

      private

      def check
        raise Refused, 'no view of the drawing shows that model' if views.empty?

        here = views.map { |v| @drawing.binding(v.binding).subject(v.revision).to_a.first(3) }.uniq
        if here == [@to.to_a.first(3)]
          raise Refused, 'the views show just that already; choose another model, variant or revision'
        end
        return if old_model.assembly? == new_model.assembly?

        kinds = [old_model, new_model].map { |m| m.assembly? ? 'an assembly' : 'a part' }
        raise Refused,
              "the drawing shows #{kinds[0]} and #{new_model.name} is #{kinds[1]}; choose #{kinds[0]}, or make a new " \
                'drawing from a template'
      end

      # Revisions and variants of one model are named alike; of other models that is found out.
      def kin = @kin.nil? && @to.model == @binding.model ? true : @kin

      def old_model
        @old_model ||= @source.model(@drawing.binding(views[0].binding).subject(views[0].revision))
      end

      # The new model laid flat; as it is made where that can't be.
      def flat_model
        laid = Products::Subject.new(@to.model, @to.revision, @to.variant, Products::Subject::FLAT)
        @source.flats.refusal(@source.text(@to)) ? new_model : @source.model(laid)
      end

      def together(shown, ids)
        chosen = shown.select { |v| ids.include?(v.id) }
        loop do
          parents = shown.select { |v| chosen.any? { |c| c.parent == v.id } }
          children = shown.select { |v| chosen.any? { |c| c.id == v.parent } }
          more = parents + children - chosen
          return shown & chosen if more.empty?

          chosen += more
        end
      end

      def renaming = @renaming ||= Renaming.new(counterparts)

      # The binding to the other model: the one of the views where all go along, one that shows it already, else a new
      # one.
      def target
        @target ||=
          begin
            id = whole? ? @binding.id : same_binding&.id || @drawing.next_id('b')
            Drawings::Binding.new(
              id: id,
              model: @to.model,
              variant: @to.variant,
              follow: !@pinned,
              pinned: (@revision if @pinned)
            )
          end
      end

      def same_binding
        @drawing.bindings.find { |b| b.model == @to.model && b.variant == @to.variant && b.follow == !@pinned }
      end

      # The drawing with its views on the other model, faces named as there, nothing brought up to it yet.
      def pointed
        @pointed ||=
          begin
            ids = views.map(&:id)
            cells = @drawing.cells.select { |_, c| concerned?(c, ids) }
            renamed = counterparts.kin? ? cells.values : cells.map { |key, c| renaming.cell(key, c) }
            renamed = renamed.map { |c| c.is_a?(Drawings::View) ? aimed(c) : c }
            sheets = whole? ? bound_sheets.map { |s| s.dup.tap { |x| x.revision = @revision } } : []
            @drawing.with([target, *renamed, *sheets])
          end
      end

      def bound_sheets = @drawing.sheets.select { |s| s.binding == @binding.id }

      def concerned?(cell, ids)
        case cell
        when Drawings::View
          ids.include?(cell.id)
        when Drawings::Dimension, Drawings::Table
          ids.include?(cell.view)
        when Drawings::Note
          cell.leaders&.any? { |tip| ids.include?(tip.view) }
        else
          false
        end
      end

      # A view on the new binding; where the new part lies turned, it is looked at from the same side of it.
      def aimed(view)
        view.dup.tap do |v|
          v.binding = target.id
          v.revision = BEFORE
          own = Drawings::Views.of(view).aimed_at(@source, @to)
          next v.sight = own if own
          next unless counterparts.turned? && (v.orientation || v.sight)

          sight = @drawing.base_frame(view).numbers
          v.sight =
            [sight[0, 3], sight[3, 3]].flat_map { |way| counterparts.direction(way) }.map { |c| c.round(9) + 0.0 }
        end
      end

      def settled(decisions)
        brought =
          views.map do |v|
            cell = pointed.view(v.id)
            Drawings::ShownModel.of(@source, pointed, cell, @revision).view.dup.tap { |x| x.revision = @revision }
          end
        after = pointed.with([*brought, *fates.map { |f| f.cell(decisions[f.id]) }.compact])
        gone = fates.select { |f| f.deleted?(decisions[f.id]) }.map { |f| "dimension/#{f.id}" }
        Drawings::Drawing.new(without_idle(after).cells.except(*gone))
      end

      # (A binding that nothing shows any more is taken away where another took its place.)
      def without_idle(drawing)
        used = drawing.views.map(&:binding) + drawing.sheets.map(&:binding)
        idle = [@binding.id].reject { |id| used.include?(id) }
        Drawings::Drawing.new(drawing.cells.except(*idle.map { |id| "binding/#{id}" }))
      end

      def headed(meta, title, number, fresh)
        meta.dup.tap do |m|
          m.title = title if title
          m.number = number if number
          m.fields = m.fields.reject { |name, _| of_model?(name) } if whole?
          next unless fresh

          m.revision, m.state, m.history = 'A', 'in work', []
          m.fields = m.fields.except(*SIGNED)
        end
      end

      # Is a field one that a model gives, so that what was typed over it was meant for the model before?
      def of_model?(name)
        !Drawings::Fields::GIVEN.include?(name) && [old_model, new_model].any? { |m| m.properties.key?(name) }
      end

      # General notes that were worked out for the model before, worked out anew.
      def general_notes(drawing)
        own = drawing.notes.select { |n| GeneralNotes.worked_out?(n.text) }
        return drawing if own.empty?

        bare = Drawings::Drawing.new(drawing.cells.except(*own.map { |n| "note/#{n.id}" }))
        GeneralNotes.added(bare, @source)
      end

      def laid_out(drawing, scale)
        sheets = views.map(&:sheet).uniq
        return drawing unless scale
        return Rebind.fitted(drawing, @source, sheets) if scale == 'fitted'

        drawing.with(Drawings::StandardChange.redimensioned(drawing, @source, sheets))
      end
    end
  end
end
