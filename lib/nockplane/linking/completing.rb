# frozen_string_literal: true

module Nockplane
  module Linking
    # Makes a drawing complete: each size that is missing as a dimension proposed in the view that shows it best, and
    # those said twice dropped.
    class Completing
      # missing: Definition::Missing; dimension: ModelDimension; view: View it would stand in; why: what
      # keeps it from being placed, in words.
      Proposal = Struct.new(:binding, :missing, :dimension, :view, :words, :label, :why)

      # Rounds of looking again after what was proposed stands.
      ROUNDS = 3

      # The drawing with all proposals placed that can be, doubles dropped and a general note for the rounds left.
      # only: ->(ModelDimension) saying which kinds of size are wanted; lean: is what symmetry tells dropped, too, or
      # only what is said twice?
      def self.completed(drawing, source, only: ->(_) { true }, lean: true)
        ROUNDS.times do
          edit = new(drawing, source, only: only).everything(lean: lean)
          return drawing unless edit

          drawing = drawing.apply(edit)
        end
        twice = new(drawing, source).said_twice
        twice ? drawing.apply(twice) : drawing
      end

      def initialize(drawing, source, only: ->(_) { true })
        @drawing = drawing
        @source = source
        @only = only
        @completeness = Completeness.new(drawing, source)
      end

      # [Completeness::Part]
      def parts = @completeness.parts

      # [Proposal], one for each size missing.
      def proposals
        @proposals ||= parts.flat_map { |part| of_part(part) }
      end

      # Edit that drops what is measured only and said already, and adds what is missing; nil when there is nothing to
      # do.
      def everything(lean: true)
        reports = parts.map(&:report)
        spare = lean ? reports.flat_map(&:spare) : reports.flat_map(&:twice).map(&:saying)
        doubles = spare.select { |id| measured?(id) }
        ready = proposals.select { |p| p.view && @only.call(p.dimension) }
        return nil if doubles.empty? && ready.empty?

        Drawings::Edit.new('Completed', changes(ready, doubles))
      end

      # Edit that drops what is measured only and says what others say; nil when nothing does.
      def said_twice
        doubles = parts.flat_map { |p| p.report.twice }.map(&:saying).select { |id| measured?(id) }
        doubles.empty? ? nil : Drawings::Edit.new('Doubles dropped', doubles.to_h { |id| ["dimension/#{id}", nil] })
      end

      # Edit adding proposals by the ids of their dimensions, or a Refusal.
      def add(ids)
        ready = proposals.select { |p| p.dimension && ids.include?(p.dimension.id) }
        blocked = ready.find { |p| p.view.nil? }
        return Drawings::Refusal.new(blocked.why, []) if blocked
        return Drawings::Refusal.new('that size is no longer missing', []) if ready.empty?

        words = ready.size == 1 ? "#{ready[0].words} added" : "#{ready.size} missing sizes added"
        Drawings::Edit.new(words, changes(ready, []))
      end

      private

      def measured?(id)
        @drawing.dimension(id)&.then { |d| Modelling::ModelDimension.reference?(d.dimension) && !d.pinned }
      end

      def changes(ready, doubles)
        taken = []
        ready
          .group_by { |p| p.view.id }
          .reduce(doubles.to_h { |id| ["dimension/#{id}", nil] }) do |cells, (view_id, list)|
            fresh = list.map { |p| cell(p, taken) }
            standing = @drawing.dimensions_of(view_id).reject { |d| doubles.include?(d.id) }
            tidied = Adoption.new(@drawing, @source).tidied(@drawing.view(view_id), standing + fresh)
            cells.merge(tidied.to_h { |d| [Drawings::Cells.key(d), d] })
          end
      end

      def cell(proposal, taken)
        taken << @drawing.next_id('d', taken)
        Drawings::Dimension.new(
          id: taken[-1],
          view: proposal.view.id,
          dimension: proposal.dimension.id,
          snapshot: Drawings::Annotations::Snapshot.of(proposal.dimension),
          place: Drawings::Annotations::Row.new,
          pinned: false
        )
      end

      def of_part(part)
        model = @source.model(part.subject)
        wanted = Wanted.new(model, taken)
        own = model.dimensions.map { |d| [Repeats::Said.of(d), d] }
        used = []
        found =
          part.report.missing.map do |m|
            dimension = own_first(shown(part, wanted, m), own, used)
            proposal(part, m, whole(part, model, dimension, used) || dimension, used)
          end
        found.compact
      end

      # What is wanted, or what says the same and shows in a view where that shows in none.
      def shown(part, wanted, missing)
        found = wanted.dimension(missing)
        return found if found.nil? || best_view(part, found)

        other = wanted.instead(missing)
        other && best_view(part, other) ? other : found
      end

      # The callout of the whole hole that a size is of, where all of it is still to be said and a view shows it well.
      def whole(part, model, dimension, used)
        return nil unless dimension && @only.call(dimension)

        found = model.callouts.find { |d| d.parts.any? { |p| p.id == dimension.id } } or return nil
        found if (found.said_ids & (used + taken)).empty? && best_view(part, found)
      end

      # The model's own dimension that says the same, where it has one that is free.
      def own_first(dimension, own, used)
        return nil unless dimension

        said = Repeats::Said.of(dimension)
        free = own.reject { |_, d| used.include?(d.id) || taken.include?(d.id) }
        same = free.find { |other, d| said.same?(other) || same_round?(d, dimension) }
        same ? same[1] : dimension
      end

      # Do two sizes say one radius of one face (whether as a bore, or seen from the side)?
      def same_round?(a, b)
        r, s = [a, b].map { |d| Drawings::Annotations.of(d).said_radius(d) }
        r && s && (r - s).abs < Repeats::SAME && (a.faces & b.faces).any?
      end

      def taken = @taken ||= @drawing.dimensions.flat_map(&:said_ids)

      def proposal(part, missing, dimension, used)
        label = label(part, missing, dimension)
        return Proposal.new(part.binding, missing, nil, nil, nil, label, 'measure it by hand') unless dimension
        return nil if used.include?(dimension.id) && callout_of(dimension.id, used)
        if used.include?(dimension.id)
          return Proposal.new(part.binding, missing, nil, nil, nil, label, 'it stands already')
        end

        used.concat(dimension.said_ids)
        words = Drawings::Annotations::Snapshot.of(dimension).words(@drawing.standard).to_s
        view = best_view(part, dimension)
        Proposal.new(
          part.binding,
          missing,
          dimension,
          view,
          words,
          label,
          view ? nil : 'no view on the sheets shows it true'
        )
      end

      # Will a callout say it, that another missing size asked for?
      def callout_of(id, used)
        callouts = used.select { |u| Modelling::Callouts.id?(u) }
        callouts.any? { |u| id.start_with?(u.delete_suffix('callout')) }
      end

      def label(part, missing, dimension)
        faces = FaceWords.in(@source, part.subject)
        if dimension
          return SizeLabel.new { |n| faces[n] }.of(dimension.id, kind: dimension.kind.to_s, faces: dimension.faces)
        end

        "#{missing.kind} of #{missing.faces.first(2).map { |n| faces[n] || n }.join(' and ')}"
      end

      # The view that shows it best: where it is true and its faces are drawn; of several the one with fewest
      # dimensions.
      def best_view(part, dimension)
        kind = Drawings::Annotations.of(dimension)
        ranked =
          views_of(part).filter_map do |view|
            fit = kind.suits(dimension, @drawing.frame(view))
            next if fit.zero?

            shown = drawn(view)
            seen = dimension.faces.count { |n| shown[n] }
            if seen.positive?
              [
                [-(seen == dimension.faces.size ? 1 : 0), -fit, -seen, @drawing.dimensions_of(view.id).size, view.id],
                view
              ]
            end
          end
        ranked.min_by(&:first)&.last
      end

      def views_of(part)
        @drawing.views.select do |v|
          kind = Drawings::Views.of(v)
          v.binding == part.binding.id && !kind.pictorial? && v.state.nil? && kind.state.nil?
        end
      end

      def drawn(view) = (@drawn ||= {})[view.id] ||= Adoption.new(@drawing, @source).faces_drawn(view)
    end
  end
end
