# frozen_string_literal: true

module App
  module Presenters
    # Two revisions of a model compared, and which drawings and views the later one touches.
    class Comparison
      SHOWN = 40

      attr_reader :model, :from, :to

      def initialize(model, from, to)
        @model = model
        @from = from
        @to = to
      end

      def result
        @result ||=
          Nockplane::Linking::Comparison.new(
            *[@from, @to].map { |r| Workshop.source.model_of(r.recipe) },
            words: face_words
          ) do |work|
            digests = [@from, @to].map { |r| Digest::SHA256.hexdigest(r.recipe) }
            Workshop.source.kept('comparison', @from.recipe, *digests) { work.call }
          end
      end

      # What a person calls faces of either revision: as they are now, else as they were.
      def face_words
        @face_words ||=
          [@from, @to].map do |r|
            Nockplane::Linking::FaceWords.in(Workshop.source, Nockplane::Products::Subject.new(@model.id, r.number))
          end
            .reduce(:merge)
      end

      def called(names) = result.called(names)
      def sizes = result.sizes
      def glb(revision) = "/models/#{@model.slug}/solid.glb?revision=#{revision.number}"

      # In a few words each: what changed.
      def words
        found = result.sizes.first(6).map { |s| "#{s.label} #{number(s.old)} → #{number(s.new)}" }
        found << "and #{result.sizes.size - 6} more sizes" if result.sizes.size > 6
        found << count(result.fresh, 'new') << count(result.gone, 'gone')
        found << 'moved or turned as a whole' if result.moved?
        found.compact
      end

      def number(value) = Nockplane::Modelling::Fault.value(value.is_a?(Float) ? value.round(4) : value)

      # [[drawing, [Behind, ...]], ...] of drawings that the later revision, if it is the latest, leaves behind.
      def touched
        return [] unless @to.number == @model.latest.number

        @model.drawings.sort_by(&:number).map { |d| [d, Standings.of(d)[0]&.behind || []] }.reject { |_, b| b.empty? }
      end

      # What the page's script paints.
      def script_data = { old: result.before, new: result.after, from: glb(@from), to: glb(@to), words: face_words }

      # New faces that could be an old one, and were not taken for it: [[new, [old, ...]], ...].
      def doubts
        return [] unless Nockplane::Modelling::ImportReference.is?(@to.recipe)

        Nockplane::Modelling::ImportReference
          .parse(@to.recipe)
          .doubts
          .map { |name, olds| [called([name])[0], called(olds)] }
      end

      private

      def count(list, word) = list.empty? ? nil : "#{list.size} #{list.size == 1 ? 'face' : 'faces'} #{word}"
    end
  end
end
