# frozen_string_literal: true

module Nockplane
  module Linking
    # Adopting model dimensions into a view: which suit it, and the edit that places them in tidy rows.
    class Adoption
      # A model dimension offered for a view: fit 2 (shows well) or 1 (possible); label: what it measures; repeat: the
      # words of one that says the same already, nil when none does.
      Offer = Struct.new(:dimension, :fit, :words, :label, :repeat)

      # The drawing with all dimensions that show well adopted, view after view (ids), and of imported models sizes
      # measured; as it is where there are none. only: ->(ModelDimension) saying which are wanted, nil for all.
      def self.adopted(drawing, source, view_ids, only: nil)
        # (What a flat pattern says is what no view of the part as made can.)
        flat, bent = view_ids.partition { |id| (v = drawing.view(id)) && Drawings::Views.of(v).state }
        (bent + flat)
          .product([nil, ['measured']])
          .reduce(drawing) do |d, (id, which)|
            view = d.view(id) or next d
            adoption = new(d, source)
            edit = adoption.adopt(view, only ? adoption.showing_well(view, which, only) : which)
            edit.is_a?(Drawings::Edit) ? d.apply(edit) : d
          end
      end

      # Edit adopting what shows well in several views (ids) at once, each model dimension where it shows best; or a
      # Refusal.
      def self.everywhere(drawing, source, view_ids)
        true_ones = view_ids.reject { |id| Drawings::Views.of(drawing.view(id)).pictorial? }
        after = adopted(drawing, source, true_ones)
        fresh = after.dimensions.map(&:id) - drawing.dimensions.map(&:id)
        return Drawings::Refusal.new('no model dimension is left that shows well there', []) if fresh.empty?

        changed = after.cells.reject { |key, c| drawing.cells[key] == c }
        words = "#{fresh.size} #{fresh.size == 1 ? 'dimension' : 'dimensions'} adopted"
        Drawings::Edit.new("#{words} in #{fresh.map { |id| after.dimension(id).view }.uniq.size} views", changed)
      end

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # [Offer] for a view, best first; what the drawing has already is left out (each at most once).
      def offers(view)
        model = model(view)
        fitting(model.dimensions + model.callouts, model, view, taken(view.binding))
      end

      # [Offer] of sizes to measure in a view of an imported model: what its file states is left out.
      def measures(view)
        model = model(view)
        return [] unless model.imported?

        stated = model.dimensions.map { |d| [d.kind, d.faces.sort] }
        fitting(model.measured.reject { |d| stated.include?([d.kind, d.faces.sort]) }, model, view, taken(view.binding))
      end

      # Ids of what shows well in a view and repeats nothing (which: nil or ['measured']), as far as a rule wants it.
      def showing_well(view, which, only)
        (which ? measures(view) : offers(view))
          .select { |o| o.fit == 2 && o.repeat.nil? && only.call(o.dimension) }
          .map { |o| o.dimension.id }
      end

      # Edit adopting model dimensions by id (nil: all that show well; ['measured']: all measured sizes that show well),
      # or a Refusal. What only repeats another is left out unless it is named.
      def adopt(view, ids = nil)
        offers = wanted(view, ids)
        chosen, repeats = ids.nil? || ids == ['measured'] ? offers.partition { |o| o.repeat.nil? } : [offers, []]
        return refusal(view, ids) if chosen.empty?

        taken = []
        fresh =
          chosen.map do |o|
            taken << @drawing.next_id('d', taken)
            Drawings::Dimension.new(
              id: taken[-1],
              view: view.id,
              dimension: o.dimension.id,
              snapshot: Drawings::Annotations::Snapshot.of(o.dimension),
              place: Drawings::Annotations::Row.new,
              pinned: false
            )
          end
        way = ids && fresh.all? { |d| Modelling::Measured.id?(d.dimension) } ? 'measured' : 'adopted'
        Drawings::Edit.put(
          "#{count(fresh.size, 'dimension')} #{way}#{left_out(repeats)}",
          tidied(view, @drawing.dimensions_of(view.id) + fresh)
        )
      end

      # Dimensions of the model in other views that this one shows well, too: [Drawings::Dimension].
      def elsewhere(view)
        model = model(view)
        frame = @drawing.frame(view)
        others =
          @drawing.views.select { |v| v.id != view.id && v.binding == view.binding && v.revision == view.revision }
        others
          .flat_map { |v| @drawing.dimensions_of(v.id) }
          .select do |d|
            next if Modelling::ModelDimension.reference?(d.dimension)

            found = model.dimension(d.dimension)
            found && Drawings::Annotations.of(found).suits(found, frame) == 2 && drawn?(view, found)
          end
      end

      # Edit fetching a dimension (id on the drawing) over from another view, into a row here; what stands here stays.
      def fetch(view, id)
        dimension = elsewhere(view).find { |d| d.id == id }
        unless dimension
          return Drawings::Refusal.new("#{view.name} does not show that dimension true", ["dimension/#{id}"])
        end

        moved = dimension.dup.tap { |d| d.view, d.place, d.pinned = view.id, Drawings::Annotations::Row.new, false }
        standing = @drawing.dimensions_of(view.id).map { |d| d.dup.tap { |x| x.pinned = true } }
        placed = tidied(view, [*standing, moved]).find { |d| d.id == id }
        Drawings::Edit.put("#{Drawings::Annotations.words(@drawing.standard, placed)} fetched to #{view.name}", placed)
      end

      # Edit tying a dimension adrift to the model dimension of its kind at a place that was picked on its view (mm of
      # paper); of several there the one most like it.
      def tie_at(id, pick)
        dimension = @drawing.dimension(id) or return Drawings::Refusal.missing(:dimension, id)
        view = @drawing.view(dimension.view)
        met = pick && Measuring.new(@drawing, @source).snaps(view).at(*pick)
        unless met
          return Drawings::Refusal.new('nothing is there; pick an edge or a point of what it is to measure', [])
        end

        ranked = Anchors.ranked(dimension.snapshot, model(view)).map(&:last)
        found = ranked.find { |d| (d.faces & met.spot.faces).any? && !taken(view.binding).include?(d.id) }
        return tie({ id => found.id }) if found

        kind = Drawings::Annotations.of(dimension).title
        Drawings::Refusal.new(
          "the model has no free #{kind} of what you picked; pick something else or measure it anew",
          []
        )
      end

      # Edit tying dimensions adrift to model dimensions: { id on the drawing => id in the model }. Their place on the
      # sheet stays.
      def tie(pairs)
        cells =
          pairs.map do |id, to|
            dimension = @drawing.dimension(id) or return Drawings::Refusal.missing(:dimension, id)
            view = @drawing.view(dimension.view)
            found = model(view).dimension(to)
            problem = tying_problem(dimension, view, found, pairs.values.count(to))
            return Drawings::Refusal.new(problem, ["dimension/#{id}"]) if problem

            tied(dimension, found)
          end
        words = cells.map { |c| c.snapshot.words(@drawing.standard).to_s }
        Drawings::Edit.put(cells.size == 1 ? "Annotation tied to #{words[0]}" : "#{cells.size} annotations tied", cells)
      end

      # The dimension as it would be when it measured another model dimension.
      def tied(dimension, found)
        dimension.dup.tap { |d| d.dimension, d.snapshot = found.id, Drawings::Annotations::Snapshot.of(found) }
      end

      # The dimensions of a view with rows made anew.
      def tidied(view, dimensions)
        builder = Drawings::SceneBuilder.new(@drawing, view.sheet, @source)
        Drawings::Tidy.new(builder, @drawing.standard, view).placed(dimensions)
      end

      # { name of a face, whole or without the piece it was cut into => true } of those that a view draws.
      def faces_drawn(view)
        strokes = Drawings::ShownModel.of(@source, @drawing, view).linework.strokes
        strokes
          .select { |s| s.visible || @drawing.settled(view).hidden_lines? }
          .flat_map(&:faces)
          .each_with_object({}) { |name, found| found[name] = found[name.split('~')[0]] = true }
      end

      private

      def fitting(dimensions, model, view, taken)
        frame = @drawing.frame(view)
        labels = SizeLabel.new { |name| face_words(view)[name] }
        said =
          @drawing
            .dimensions
            .select { |d| @drawing.view(d.view).binding == view.binding }
            .map { |d| [Repeats::Said.of(d.snapshot), words(d.snapshot)] }
        free = dimensions.reject { |d| (d.said_ids & taken).any? }
        offers =
          free.filter_map do |d|
            fit = Drawings::Annotations.of(d).suits(d, frame)
            fit = 1 if fit == 2 && !drawn?(view, d)
            next if fit.zero? || !Anchors.standing?(d, model.solid)

            Offer.new(
              d,
              fit,
              words(Drawings::Annotations::Snapshot.of(d)),
              labels.of(d.id, kind: d.kind.to_s, faces: d.faces),
              nil
            )
          end
        Repeats.mark(offers.sort_by { |o| [-o.fit, o.dimension.id] }, said)
        within_callouts(offers, free.select(&:parts), view)
      end

      # What a whole hole's callout will say where it shows well, in this view or another, is a repeat.
      def within_callouts(offers, callouts, view)
        others = @drawing.views.select { |v| v.binding == view.binding && v.revision == view.revision }
        shown =
          callouts.select do |d|
            others.any? { |v| Drawings::Annotations.of(d).suits(d, @drawing.frame(v)) == 2 && drawn?(v, d) }
          end
        offers.each do |o|
          whole = shown.find { |d| d.parts.any? { |part| part.id == o.dimension.id } }
          o.repeat ||= words(Drawings::Annotations::Snapshot.of(whole)) if whole
        end
      end

      # Does the view draw all the faces that a dimension stands on?
      def drawn?(view, dimension)
        names = (@drawn ||= {})[view.id] ||= faces_drawn(view)
        dimension.faces.all? { |face| names[face] }
      end

      def words(snapshot) = snapshot.words(@drawing.standard).to_s
      def face_words(view) = FaceWords.in(@source, @drawing.subject(view))

      def wanted(view, ids)
        return offers(view).select { |o| o.fit == 2 } if ids.nil?
        return measures(view).select { |o| o.fit == 2 } if ids == ['measured']

        all = offers(view) + (ids.any? { |id| Modelling::Measured.id?(id) } ? measures(view) : [])
        all.select { |o| ids.include?(o.dimension.id) }
      end

      def count(number, word) = "#{number} #{word}#{'s' unless number == 1}"

      def left_out(repeats)
        if repeats.empty?
          ''
        else
          "; #{count(repeats.size, 'repeat')} left out (#{repeats.map(&:words).uniq.first(4).join(', ')})"
        end
      end

      def tying_problem(dimension, view, found, times)
        unless found && Anchors.standing?(found, model(view).solid)
          return 'the model has no such size in the revision shown'
        end

        if times > 1 || taken(view.binding).include?(found.id)
          return (
            "#{words(Drawings::Annotations::Snapshot.of(found))} is on this drawing already; " \
              'each model dimension stands in a drawing once'
          )
        end

        'it measures another kind of thing' unless found.kind.to_s == dimension.snapshot.kind
      end

      def model(view) = Drawings::ShownModel.of(@source, @drawing, view).model

      def taken(binding)
        views = @drawing.views.select { |v| v.binding == binding }.map(&:id)
        @drawing.dimensions.select { |d| views.include?(d.view) }.flat_map(&:said_ids)
      end

      def refusal(view, ids)
        why =
          (
            if ids
              'none of the chosen model dimensions can be adopted here: each goes into a drawing once, and its faces ' \
                'must show in the view'
            else
              "no model dimension is left that shows well in #{view.name}"
            end
          )
        Drawings::Refusal.new(why, ["view/#{view.id}"])
      end
    end
  end
end
