# frozen_string_literal: true

module App
  module Presenters
    # One model at one revision (the latest unless asked for another).
    class ModelPage
      SHOWN = 12

      attr_reader :record, :revision

      def self.box_words(solid)
        b = Nockplane::Solids::Extent.of(solid)
        3.times.map { |k| format('%.2f', b[k + 3] - b[k]).sub(/\.?0+\z/, '') }.join(' × ').concat(' mm')
      end

      def initialize(record, number)
        @record = record
        @revision = number ? record.revision(number.to_i) : record.latest
      end

      def name = @record.name
      def slug = @record.slug
      def latest? = @revision.number == @record.latest.number
      # Modelling::Model of the revision, or of the last one before it that can be built; nil when none can.
      def built = good[1]
      # Number of the revision that is shown.
      def shown_number = good[0]&.number
      def subject = Nockplane::Products::Subject.new(@record.id, shown_number)
      # Why the revision itself can't be shown, nil when it can.
      def fault = good && @fault
      # Why an assembly stays behind its components, nil when it doesn't.
      def held_up = Records::HoldUp.find_by(model: @record)&.reason
      # { face name => what a person calls it } of an imported model.
      def face_words = Nockplane::Linking::FaceWords.in(Workshop.source, subject)
      # What a person calls faces, joined.
      def faces_words(names) = names.map { |n| face_words[n] || n }.join(', ')
      def assembly? = built.assembly?
      # Has it parts or variants to be drawn in one run?
      def many? = assembly? || Families.variants(record).any?
      def imported? = built.imported?
      # What of the assembly is set out otherwise: explosions and display sets.
      def arrangement = @arrangement ||= ArrangementShown.new(built, good[0].recipe)
      def reference = Nockplane::Modelling::ImportReference.parse(good[0].recipe)

      # Components of an assembly: [[id, Model record or nil, variant, count, purchased, hidden], ...].
      def components
        return imported_components if imported?

        counts =
          built
            .components
            .map { |c| c.path[/\A[^:]+/] }
            .uniq
            .group_by { |name| name[/\A[^\[]+/] }
            .transform_values(&:size)
        Workshop
          .parse(good[0].recipe)
          .components
          .map do |c|
            [
              c['id'],
              Records::Model.named(c['model'].to_s),
              c['variant'],
              counts[c['id']].to_i,
              c['purchased'] == true,
              c['hidden'] == true
            ]
          end
      end

      # Parts of an imported assembly with how often they stand in it.
      def imported_components
        built
          .components
          .group_by { |c| [c.reference, c.name] }
          .map { |(number, name), list| [name.empty? ? number : name, nil, nil, list.size, false, false] }
      end

      # Tolerances that came with an imported model, in words: [[words, faces], ...].
      def embedded
        built.dimensions.map do |d|
          words = Nockplane::Drawings::Annotations::Snapshot.of(d).words(Nockplane::Drafting::Standard.new).to_s
          [d.kind == :datum ? "Datum #{words}" : words, d.faces]
        end
      end

      # Assemblies whose latest revision names this model.
      def assemblies = @assemblies ||= Aftermath.naming(@record)

      def glb = "/models/#{slug}/solid.glb?revision=#{shown_number}"
      def pulse = Pulse.of_model(@record)

      # Mass in words: [stated or nil, worked out or nil, which of them drawings show (:stated, :computed or nil)].
      def masses
        stated = built.properties['mass']
        known = Workshop.source.mass_known?(subject)
        computed = known ? Workshop.source.mass_words(subject) : nil
        [
          stated,
          computed,
          (stated || computed) &&
            (Nockplane::Modelling::Materials.stated?(built.properties) || computed.nil? ? :stated : :computed)
        ]
      end

      # Properties that can be filled in: those it has, then the usual ones it lacks.
      def editable_properties
        own = built.properties.reject { |k, _| %w[number name].include?(k) }
        Nockplane::Drawings::Fields::USUAL.keys.to_h { |k| [k, ''] }.except('mass').merge(own)
      end

      def revisions = @record.revisions.reverse
      def drawings = @record.drawings.sort_by(&:number)
      def size = Workshop.source.kept('size', good[0].recipe) { ModelPage.box_words(built.solid).freeze }
      def faces = FaceKinds.words(built.solid)

      # Deviations of a parameter's fit in words, nil when it has none.
      def fit_words(parameter)
        tolerance = parameter[:tolerance] && Nockplane::Tolerancing::Tolerance.parse(parameter[:tolerance])
        return nil unless tolerance&.fit?

        Nockplane::Tolerancing::Fits.words(*tolerance.deviations(parameter[:value]))
      rescue Nockplane::Tolerancing::Iso286::OutOfTables
        nil
      end

      # [[code, deviations in words], ...] that a parameter may be given; [] of what is no length.
      def fits(parameter)
        return [] unless parameter[:unit] == 'mm' && parameter[:value].is_a?(Numeric)

        Nockplane::Tolerancing::Fits
          .at(parameter[:value])
          .map { |code, *deviations| [code, Nockplane::Tolerancing::Fits.words(*deviations)] }
      end

      # What changed from the revision before, in words: ["disc_diameter 150 → 152", ...].
      # Only the latest SHOWN are worked out; the page of an older revision tells its own.
      def changes(revision)
        return [] if revision.number <= @record.latest.number - SHOWN && revision.number != @revision.number

        before = @record.revisions.find { |r| r.number == revision.number - 1 } or return []
        if [before, revision].any? { |r| Nockplane::Modelling::ImportReference.is?(r.recipe) }
          return Comparison.new(@record, before, revision).words
        end

        old, new = [before, revision].map { |r| Workshop.source.model_of(r.recipe) }
        names = old.parameters.map { |p| p[:name] } | new.parameters.map { |p| p[:name] }
        sizes =
          names.filter_map do |n|
            a, b =
              [old, new].map do |m|
                m
                  .parameters
                  .find { |p| p[:name] == n }
                  &.then { |p| [Nockplane::Modelling::Fault.value(p[:value]), p[:tolerance]].compact.join(' ') }
              end
            "#{n} #{a || '–'} → #{b || '–'}" if a != b
          end
        sizes + switched(old, new)
      rescue Nockplane::Error
        [] # one of the two can't be built any more
      end

      private

      # [revision, what it builds to] of the latest one up to the revision that can be built.
      def good
        @good ||=
          begin
            candidates = @record.revisions.where('number <= ?', @revision.number).reorder(number: :desc).limit(20)
            candidates.lazy.filter_map { |r| attempt(r) }.first || []
          end
      end

      def attempt(revision)
        [revision, Workshop.try_build(revision.recipe)]
      rescue Nockplane::Error => e
        @fault ||= e.message
        nil
      end

      def switched(old, new)
        states = [old, new].map { |m| m.features.to_h { |id, _, on| [id, on] } }
        (states[0].keys | states[1].keys).filter_map do |id|
          a, b = states.map { |s| s[id] }
          next if a == b

          "#{id} #{b.nil? ? 'removed' : (a.nil? ? 'added' : (b ? 'switched on' : 'switched off'))}"
        end
      end
    end
  end
end
