# frozen_string_literal: true

module Nockplane
  module Linking
    # Compares what a drawing shows with the revisions its bindings stand for, and makes the edit that catches up.
    # latest: ->(model id) giving the latest revision number.
    class Staleness
      # A number that moved: the dimension's cell id, what it is called, old and new words.
      Number = Struct.new(:dimension, :label, :old, :new)
      # One view behind its model: from and to revision; looks: does the picture differ; numbers; losing: ids of
      # dimensions that would go adrift; retied: ids that would be tied again by likeness.
      Behind = Struct.new(:view, :from, :to, :looks, :numbers, :losing, :retied)
      # A sheet's title block behind: [[field, old, new], ...].
      Fields = Struct.new(:sheet, :from, :to, :changes)
      # A dimension that lost its geometry; proposals: [ModelDimension] like it, best first.
      Adrift = Struct.new(:dimension, :view, :words, :proposals)

      attr_reader :drawing

      def initialize(drawing, source, latest)
        @drawing = drawing
        @source = source
        @latest = latest
      end

      # Revision a binding stands for now.
      def target(binding_id)
        binding = @drawing.binding(binding_id)
        binding.follow ? @latest.call(binding.model) : binding.pinned
      end

      # [Behind] of all views that look different or whose numbers moved.
      def behind = @behind ||= @drawing.views.filter_map { |v| compare(v) if sound?(v.binding, v.revision) }

      # [Fields]
      def fields = @fields ||= bound_sheets.filter_map { |s| compare_fields(s) if sound?(s.binding, s.revision) }

      # [Docket::Fault] of bindings whose latest revision, or one that a view shows, can't be built any more. Views then
      # stay at what they show.
      def faults
        shown = @drawing.views.map { |v| [v.binding, v.revision] } + @drawing.bindings.map { |b| [b.id, target(b.id)] }
        shown.uniq.filter_map do |binding, revision|
          (reason = fault(binding, revision)) && Docket::Fault.new(binding, revision, reason)
        end
      end

      # [Adrift] at the revisions shown now.
      def adrift
        @adrift ||=
          @drawing.dimensions.filter_map do |d|
            view = @drawing.view(d.view)
            next if fault(view.binding, view.revision)

            resolution = Anchors.resolve(d, seen(view, view.revision))
            next if resolution.status == :kept

            Adrift.new(
              d,
              view,
              d.snapshot.words(@drawing.standard).to_s,
              (resolution.proposals + [resolution.found]).compact
            )
          end
      end

      # [[view, words], ...]: what was drawn on views and lost its face, and views that can not show what they should.
      def lost
        @drawing.views.flat_map do |v|
          next [] if fault(v.binding, v.revision)

          words = Drawings::Catching.lost(v)
          shown = Drawings::ShownModel.of(@source, @drawing, v)
          [*words, *shown.problem, *shown.unset, *origins(v)].map { |w| [v, w] }
        end
      end

      # Tables that list what it shows, whose origin or points are gone, in words.
      def origins(view)
        tables = @drawing.tables.select { |t| t.view == view.id }
        shown = Drawings::ShownModel.of(@source, @drawing, view) unless tables.empty?
        lost = tables.select { |t| Drawings::Tables.of(t).listing(@drawing, t, shown)&.lost? }
        lost.map do |t|
          "the origin of its #{Drawings::Tables.of(t).title}, or a point of it, is gone; pick another one"
        end
      end

      def current? = behind.empty? && fields.empty? && adrift.empty?

      # { cell key => "behind" or "adrift" } for the scene.
      def states
        behind
          .to_h { |b| ["view/#{b.view.id}", 'behind'] }
          .merge(adrift.to_h { |a| ["dimension/#{a.dimension.id}", 'adrift'] })
      end

      # Edit that brings views (by id; nil: all) to their target revisions, or a Refusal when there is nothing to do.
      # drop: is what loses its footing deleted along with it?
      # Where the drawing says so, its layout rules run in the same step.
      def update(view_ids = nil, drop: false)
        edit = caught_up_edit(view_ids, drop)
        @drawing.meta.tidy ? Drawings::Tidying.following(@drawing, edit, @source) : edit
      end

      private

      def caught_up_edit(view_ids, drop)
        views = @drawing.views.select { |v| view_ids.nil? || view_ids.include?(v.id) }
        changed = views.reject { |v| v.revision == target(v.binding) || fault(v.binding, target(v.binding)) }
        dimensions = changed.flat_map { |v| @drawing.dimensions_of(v.id).filter_map { |d| caught_up(d, v) } }
        sheets =
          bound_sheets.select do |s|
            s.revision != target(s.binding) && !fault(s.binding, target(s.binding)) && all_reached?(s, views)
          end
        cells =
          changed.map { |v| view_at(v, target(v.binding)).dup.tap { |x| x.revision = target(v.binding) } } +
            dimensions + sheets.map { |s| s.dup.tap { |x| x.revision = target(s.binding) } } +
            sheets.flat_map { |s| numbered(s) }
        return Drawings::Refusal.new(idle(views), views.map { |v| "view/#{v.id}" }) if cells.empty?

        lost = drop ? losing_of(changed) : []
        put = Drawings::Edit.put(update_label(changed), cells)
        return put if lost.empty?

        Drawings::Edit.new(
          "#{put.label}; #{lost.size} #{lost.size == 1 ? 'annotation' : 'annotations'} without footing deleted",
          put.changes.merge(lost.to_h { |id| ["dimension/#{id}", nil] })
        )
      end

      # Ids of dimensions that lose what they measure when views are brought up to their model.
      def losing_of(views)
        ids = views.map(&:id)
        behind.select { |b| ids.include?(b.view.id) }.flat_map(&:losing)
      end

      # Can both the revision shown and the one to come be built?
      def sound?(binding, revision) = fault(binding, revision).nil? && fault(binding, target(binding)).nil?

      # Why a revision can't be built, nil when it can.
      def fault(binding, revision)
        (@sound ||= {}).fetch([binding, revision]) do
          @sound[[binding, revision]] = begin
            model(binding, revision) && nil
          rescue Nockplane::Error => e
            e.message
          end
        end
      end

      def idle(views)
        broken = views.map { |v| fault(v.binding, target(v.binding)) }.compact.first
        if broken
          "the latest revision can't be built, so the views stay as they are: #{broken}"
        else
          'everything chosen shows the latest revision already'
        end
      end

      def bound_sheets = @drawing.sheets.select(&:binding)
      def model(binding_id, revision) = @source.model(@drawing.binding(binding_id).subject(revision))

      # The model as a view shows it: of a flat pattern the flat state.
      def seen(view, revision)
        return model(view.binding, revision) unless Drawings::Views.of(view).state

        Drawings::ShownModel.of(@source, @drawing, view, revision).model
      end

      def update_label(views)
        return 'Title block brought up to the model' if views.empty?

        if views.size == 1
          "#{views[0].name} brought up to revision #{target(views[0].binding)}"
        else
          "#{views.size} views brought up to their model"
        end
      end

      def all_reached?(sheet, views)
        @drawing.views_on(sheet.id).all? { |v| v.revision == target(v.binding) || views.include?(v) }
      end

      def compare(view)
        to = target(view.binding)
        return nil if to == view.revision

        numbers, losing, retied = compare_dimensions(view, to)
        looks = digest(view, view.revision) != digest(view, to)
        if looks || !numbers.empty? || !losing.empty?
          Behind.new(view, view.revision, to, looks, numbers, losing, retied)
        end
      end

      def digest(view, revision)
        shown = Drawings::ShownModel.of(@source, @drawing, view, revision)
        lines = shown.linework.digest(hidden: @drawing.settled(view).hidden_lines?)
        view.display_set ? [lines, shown.looks.transform_values(&:look)] : lines
      end

      # The view with what was drawn on it moved to where it is in another revision.
      def view_at(view, revision) = Drawings::ShownModel.of(@source, @drawing, view, revision).view

      def compare_dimensions(view, to)
        numbers = []
        losing = []
        retied = []
        @drawing
          .dimensions_of(view.id)
          .each do |d|
            next unless Anchors.resolve(d, seen(view, view.revision)).status == :kept

            resolution = Anchors.resolve(d, seen(view, to))
            losing << d.id if resolution.status == :adrift
            retied << d.id if resolution.status == :retied
            old, new =
              [d.snapshot, resolution.found && Drawings::Annotations::Snapshot.of(resolution.found)].map do |s|
                s&.words(@drawing.standard).to_s
              end
            numbers << Number.new(d.id, d.dimension, old, new) if new && new != old
          end
        [numbers, losing, retied]
      end

      # The dimension with what it measures at the view's target, nil when it is adrift there.
      def caught_up(dimension, view)
        found = Anchors.resolve(dimension, seen(view, target(view.binding))).found or return nil
        dimension.dup.tap do |d|
          d.dimension = found.id
          d.snapshot = Drawings::Annotations::Snapshot.of(found)
        end
      end

      def compare_fields(sheet)
        to = target(sheet.binding)
        return nil if to == sheet.revision

        changes = changed_fields(sheet, to)
        Fields.new(sheet, sheet.revision, to, changes) unless changes.empty?
      end

      # [[name, old, new], ...] of the fields that the sheet shows from its model, and of its parts list.
      def changed_fields(sheet, to)
        old, new = [sheet.revision, to].map { |n| model(sheet.binding, n) }
        names =
          Drawings::Furniture
            .new(@drawing, sheet, @source)
            .field_names
            .select { |n| old.properties.key?(n) || new.properties.key?(n) }
        found =
          (names - @drawing.meta.fields.keys)
            .reject { |n| old.properties[n] == new.properties[n] }
            .map { |n| [n, old.properties[n], new.properties[n]] }
        list = Listing.on(@drawing, sheet).find { |l| l.differs?(old, new) }
        list ? found << ['parts list', list.words(old), list.words(new)] : found
      end

      # Parts lists whose lines keep the numbers that they had.
      def numbered(sheet)
        old, new = [sheet.revision, target(sheet.binding)].map { |n| model(sheet.binding, n) }
        Listing.on(@drawing, sheet).filter_map { |l| l.numbered(old, new) }
      end
    end
  end
end
