# frozen_string_literal: true

module Nockplane
  module Linking
    # What becomes of the annotations of views that are pointed at another model. One is kept where what it measures is
    # there by name, tied again where it is found by likeness, else adrift. Each model dimension is said once.
    class Fates
      # What becomes of one. id: of the dimension on the drawing; view: its id; status: :kept, :retied, :adrift or
      # :absent (its feature is switched off there); score: how sure that is, 0 to 1; before, after: words (after nil of
      # one adrift); found: ModelDimension or nil; proposals: [ModelDimension], best first; why: a sentence, nil for
      # none; own: the Dimension with its faces named as there; lost: what names end in that are not there;
      # fresh: the place it gets where what it is tied to is drawn otherwise, nil where it keeps its own.
      Fate =
        Struct.new(
          :id,
          :view,
          :status,
          :score,
          :before,
          :after,
          :found,
          :proposals,
          :why,
          :own,
          :lost,
          :fresh,
          keyword_init: true
        ) do
          # The cell for a decision (nil: what is proposed by itself), nil where it is deleted.
          def cell(decision)
            return nil if deleted?(decision)

            chosen = chosen(decision) or return unfound
            own.dup.tap do |d|
              d.dimension, d.snapshot = chosen.id, Drawings::Annotations::Snapshot.of(chosen)
              d.wording = without_value(d.wording)
              d.place, d.pinned = fresh, nil if fresh
            end
          end

          def deleted?(decision) = decision == 'delete'

          private

          # Called by names that nothing has, so that it is not taken for what it was.
          def unfound
            own.dup.tap do |d|
              d.dimension = "#{d.dimension}#{lost}"
              d.snapshot = d.snapshot.with(faces: d.snapshot.faces.map { |n| n.end_with?(lost) ? n : "#{n}#{lost}" })
            end
          end

          def chosen(decision)
            return found if decision.nil?

            decision == 'keep' ? nil : [found, *proposals].compact.find { |d| d.id == decision }
          end

          # (What was typed over a value was meant for another part.)
          def without_value(wording)
            return wording unless wording&.over?

            bare = wording.dup.tap { |w| w.over = nil }
            bare.plain? ? nil : bare
          end
        end

      PROPOSED = 4

      # drawing: the one as it is; pointed: with faces named as in the new model (Modelling::Model); flat: -> its model
      # as views of the flat state show it.
      def initialize(drawing, pointed, views, model, renaming, counterparts, flat: -> { model })
        @flat = flat
        @drawing = drawing
        @pointed = pointed
        @views = views
        @model = model
        @renaming = renaming
        @counterparts = counterparts
      end

      # [Fate]; what goes by name has the first claim on a model dimension, then the surest.
      def all
        found = dimensions.to_h { |d| [d.id, resolved(d)] }
        claims = found.sort_by.with_index { |(_, r), i| [r[0] == :kept ? 0 : 1, -r[2], i] }
        taken = said_elsewhere
        claims.each { |id, r| claim(id, r, found, taken) }
        dimensions.map { |d| fate(d, found[d.id], taken) }
      end

      private

      # The model as the view of a dimension shows it.
      def model(renamed)
        Drawings::Views.of(@pointed.view(renamed.view)).state ? @laid_model ||= @flat.call : @model
      end

      def dimensions = @dimensions ||= @views.flat_map { |v| @drawing.dimensions_of(v.id) }

      # What other views on the same model say already.
      def said_elsewhere
        bound = @pointed.view(@views[0].id).binding
        others = @pointed.views.select { |v| v.binding == bound && @views.none? { |w| w.id == v.id } }
        others.flat_map { |v| @pointed.dimensions_of(v.id).flat_map(&:said_ids) }.to_h { |id| [id, true] }
      end

      def claim(id, result, found, taken)
        return unless result[1]

        ids = result[1].said_ids
        return found[id] = lost(id, 'another annotation of the drawing says that already') if ids.any? { |i| taken[i] }

        ids.each { |i| taken[i] = true }
      end

      # [status, ModelDimension or nil, score, proposals, why, id of the view where that is another one]
      def resolved(dimension)
        renamed = @pointed.dimension(dimension.id)
        exact = named(renamed)
        return seen(dimension, exact, @counterparts.kin? ? :kept : :retied) if exact

        off = switched_off(renamed)
        return :absent, nil, 1.0, proposals(renamed), "#{off} is switched off there" if off

        alike = by_faces(dimension, renamed)
        return seen(dimension, alike, :retied) if alike

        by_likeness(dimension, renamed)
      end

      # By the id (faces in it renamed), standing on faces that are there. Where names mean nothing, it must stand on
      # the counterparts of the faces that it stood on: ids of what files state are numbers, too.
      def named(renamed)
        found = model(renamed).dimension(renamed.dimension)
        found ||= Anchors.survivor(renamed, model(renamed)) if @counterparts.kin?
        return nil unless found && same_kind?(renamed, found) && Anchors.standing?(found, model(renamed).solid)

        found if @counterparts.kin? || (found.faces & renamed.snapshot.faces).any?
      end

      # (A thread is no plain hole.)
      def same_kind?(renamed, found)
        Anchors.same_kind?(renamed, found) && (renamed.snapshot.prefix.nil? || !found.prefix.nil?)
      end

      # Of models that name nothing alike: the same kind of size on the faces that are its own there; of equal round
      # faces one is enough.
      def by_faces(dimension, renamed)
        return nil if @counterparts.kin?

        faces = dimension.snapshot.faces.filter_map { |n| @counterparts.of(n) }
        return nil if faces.empty?

        whole = faces.size == dimension.snapshot.faces.size
        offered(renamed, faces).find do |d|
          round = Drawings::Annotations.of(d).says == :round
          fits = round ? (d.faces & faces).any? : whole && d.faces.sort == faces.sort
          fits && same_kind?(renamed, d) && Anchors.standing?(d, model(renamed).solid)
        end
      end

      # What the new model says of faces, and what can be measured on them.
      def offered(renamed, faces)
        pairs = faces.size == 2 ? [faces, faces.reverse].map { |pair| pair.join('|') } : []
        ids = faces.map { |n| Modelling::Measured::SIZE + n } + pairs.map { |p| Modelling::Measured::DISTANCE + p }
        ids = [] unless model(renamed).imported? || renamed.snapshot.measured
        Anchors.candidates(model(renamed)) + ids.filter_map { |id| model(renamed).dimension(id) }
      end

      def by_likeness(dimension, renamed)
        return lost(dimension.id, why_lost) unless @counterparts.kin?

        equal = moved(dimension)
        return equal if equal

        resolution = Anchors.resolve(renamed, model(renamed))
        return lost(dimension.id, why_lost) unless resolution.found

        cost = Anchors.ranked(renamed.snapshot, model(renamed))[0][0]
        seen(dimension, resolution.found, :retied, (1 - cost).round(2))
      end

      # Measured at another instance of the pattern; nil where there is none.
      def moved(dimension)
        equal, place = @counterparts.kin? && sibling(dimension, @pointed.dimension(dimension.id))
        [:retied, equal, Siblings::SURENESS, [], nil, place] if equal
      end

      # [ModelDimension, id of the view that shows it true], its own view first; nil for none.
      def sibling(dimension, renamed)
        own, others = @views.partition { |v| v.id == dimension.view }
        flat = others.reject { |v| Drawings::Views.of(v).pictorial? }
        [*own, *flat].each do |v|
          found = Siblings.of(renamed, model(renamed), @pointed.frame(@pointed.view(v.id)))
          return found, v.id if found
        end
        nil
      end

      def why_lost = 'what it measured has no sure counterpart there'

      def seen(dimension, found, status, score = nil)
        unless Drawings::Annotations.of(found).suits(found, frame_of(dimension)).positive?
          return moved(dimension) || lost(dimension.id, 'its view does not show that true any more')
        end

        score ||= status == :kept ? 1.0 : @counterparts.sureness(dimension.snapshot.faces)
        [status, found, score, [], nil]
      end

      def frame_of(dimension) = @pointed.frame(@pointed.view(dimension.view))
      def lost(id, why) = [:adrift, nil, 0.0, proposals(@pointed.dimension(id)), why]

      def proposals(renamed) = Anchors.ranked(renamed.snapshot, model(renamed)).first(Anchors::PROPOSED).map(&:last)

      # Id of the feature that it measures, where that is switched off in the new model; nil elsewhere.
      def switched_off(renamed)
        owners = [renamed.dimension[/\A[a-z][a-z0-9_]*(?=\.)/], *renamed.snapshot.faces.flat_map { |n| makers(n) }]
        off = (@model.features || []).filter_map { |id, _, active,| id unless active }
        (owners & off)[0]
      end

      # Ids of the features that made a face: "copies.ribs/side.left" was made by ribs, copied by copies.
      def makers(face) = face.split('/')[0].split('.').map { |id| id.sub(/\[.*\]\z/, '') }

      def fate(dimension, result, taken)
        status, found, score, proposals, why, place = result
        words = ->(snapshot) { snapshot.words(@drawing.standard).to_s }
        Fate.new(
          id: dimension.id,
          view: place || dimension.view,
          status: status,
          score: score,
          before: words.call(dimension.snapshot),
          after: found && words.call(Drawings::Annotations::Snapshot.of(found)),
          found: found,
          proposals: proposals.reject { |d| d.said_ids.any? { |i| taken[i] } }.first(PROPOSED),
          why: why,
          own: placed(laid(@pointed.dimension(dimension.id)), place, found),
          lost: @counterparts.gone(''),
          fresh: found && place.nil? ? fresh_place(dimension, found) : nil
        )
      end

      # One that stays adrift is drawn where it was on the part, also where that lies turned now.
      def laid(dimension)
        return dimension unless @counterparts.turned?

        snapshot = dimension.snapshot
        points = %i[from to centre].to_h { |f| [f, snapshot[f] && @counterparts.point(snapshot[f])] }
        axis = snapshot.axis && @counterparts.direction(snapshot.axis)
        dimension.dup.tap { |d| d.snapshot = snapshot.with(**points, axis: axis) }
      end

      # A hole seen along its axis has a leader, from the side a row: the place where that is another one there.
      def fresh_place(dimension, found)
        was = place_type(dimension.snapshot, @drawing.frame(@drawing.view(dimension.view)))
        is = place_type(found, frame_of(dimension))
        is.fresh(@drawing.standard) if is && was != is
      end

      def place_type(measured, frame) = Drawings::Annotations.of(measured).place_type(measured, frame)

      # In another view it gets a place of its own.
      def placed(dimension, view, found)
        return dimension if view.nil? || view == dimension.view

        type = place_type(found, @pointed.frame(@pointed.view(view)))
        dimension.dup.tap { |d| d.view, d.place, d.pinned = view, type.fresh(@drawing.standard), nil }
      end
    end
  end
end
