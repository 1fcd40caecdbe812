# frozen_string_literal: true

module App
  module Presenters
    # A file that waits for an answer, beside the model it may belong to.
    class ArrivalPage
      attr_reader :arrival

      # with: id of the model beside it, nil for the most like.
      def initialize(arrival, with)
        @arrival = arrival
        @with = arrival.kindred.find { |k| k.model.id.to_s == with.to_s } || arrival.kindred.first
      end

      def title = @arrival.title
      # Arrival::Kin shown beside the file, nil when its model is gone.
      def beside = @with
      def model = @with&.model
      def file_glb = "/arrivals/#{@arrival.id}/solid.glb"
      def model_glb = "/models/#{model.slug}/solid.glb?revision=#{model.latest.number}"

      # [[what, of the model, of the file], ...] side by side; the model's is nil when it can't be built.
      def facts
        theirs = facts_of(file)
        ours = @with && built && facts_of(built)
        theirs.map { |what, words| [what, ours && ours[what], words] }
      end

      # Sizes with the same name in both that differ: [[name, of the model, of the file], ...].
      def sizes
        return [] unless built && @with.like?

        Nockplane::Linking::Comparison
          .new(built, file)
          .sizes
          .first(20)
          .map { |s| [s.label, number(s.old), number(s.new)] }
      end

      # Of a fork: what was changed here since the file's last revision, in words: [[revision, note, author], ...].
      def changed_here
        return [] unless @with&.fork?

        all = model.revisions.to_a
        after = all.rindex { |r| r.origin == 'file' } || -1
        all.drop(after + 1).map { |r| [r.number, r.note, r.author] }
      end

      # A number for a new model that nobody has, nil when the file has none.
      def free_number
        number = file.properties['number'].to_s.strip
        number.empty? ? nil : Numbers.free(number, Records::Model)
      end

      # What the page's script paints and loads.
      def script_data = { from: (model_glb if built), to: file_glb, old: {}, new: {}, plain: true }

      private

      def file = @file ||= Workshop.source.model_of(@arrival.text)

      def built
        return nil unless @with

        @built ||= Workshop.source.model_of(model.latest.recipe)
      rescue Nockplane::Error
        nil
      end

      def facts_of(model)
        solid = model.solid
        {
          'Name' => model.name,
          'Number' => model.properties['number'].to_s,
          'Size' => ModelPage.box_words(solid),
          'Volume' => volume(model),
          'Faces' => faces(solid)
        }
      end

      # Pieces of one surface are one face; the file may have more.
      def faces(solid)
        pieces = solid.faces.sum { |f| f.names.size }
        count = solid.faces.size
        "#{count} (#{FaceKinds.words(solid)})#{", in the file in #{pieces} pieces" if pieces > count}"
      end

      # Of an assembly part by part; free surfaces are known by their meshes alone, some parts in a thousand too small.
      def volume(model)
        solids = model.parts.empty? ? { model.solid => 1 } : model.components.map { |i| model.parts[i.part] }.tally
        mm3 = solids.sum { |solid, times| times * Nockplane::Solids::Mass.filled_volume(solid) }
        free = solids.each_key.any? { |solid| solid.faces.any? { |f| f.surface.swept? } }
        "#{'about ' if free}#{number((mm3 / 1000).round(2))} cm³"
      end

      def number(value) = Nockplane::Modelling::Fault.value(value.is_a?(Float) ? value.round(4) : value)
    end
  end
end
