# frozen_string_literal: true

module App
  module Presenters
    # A change of a model that is not kept yet: sizes set, features switched, or the recipe text edited.
    class Trial
      # Canonical text of a tolerance typed for a size; nil for none. Raises Refused.
      def self.tolerance(given, value)
        raise Refused, 'A tolerance is at most 40 characters.' if given.to_s.length > 40

        (
          if value.is_a?(Numeric)
            Nockplane::Tolerancing::Tolerance.read(given, value)
          else
            Nockplane::Tolerancing::Tolerance.parse(given.to_s)
          end
        )&.to_s
      rescue Nockplane::Tolerancing::UnreadableTolerance, Nockplane::Tolerancing::Iso286::OutOfTables => e
        raise Refused, "#{e.message.sub(/\A./, &:upcase)}."
      end

      # data: { "text" => recipe } and/or { "sizes" => { name => number or expression } }, { "tolerances" => { name =>
      # text } }, { "features" => { id => bool } }, what Modelling::Arranging takes; "trial": digest of the trial
      # before that goes on, "arranged": of one of which only the explosions and display sets go on.
      def initialize(model, data)
        @model = model
        @data = data
        @before = before
      end

      # Recipe text with the changes. Raises RecipeFault.
      def text = @text ||= arranged(imported? ? grafted : resized)

      # Raises RecipeFault; #partial then tells how far the part came.
      def to_h
        built = Workshop.source.model_of(text)
        {
          glb: "/trials/#{Workshop.trial(text)}.glb",
          digest: Workshop.trial(text),
          text: text,
          revision: @model.latest.number,
          changed: changed(built),
          warnings: built.warnings,
          size: ModelPage.box_words(built.solid),
          parameters:
            built.parameters.map do |p|
              { name: p[:name], value: p[:value].is_a?(String) ? p[:value] : p[:value].round(4) }
            end,
          same: text == @model.latest.recipe
        }
      end

      # { glb:, before: id of the first faulty feature } of the part up to a fault in a feature, nil when nothing is
      # before it.
      def partial(fault)
        index = fault.faults.filter_map { |f| f.path.to_s[/\Afeatures\[(\d+)\]/, 1]&.to_i }.min or return nil
        before = Nockplane::Modelling::Recipe.parse(text).before(index) or return nil
        Workshop.source.model_of(before.text)
        { glb: "/trials/#{Workshop.trial(before.text)}.glb", before: before.features[index]['id'] }
      rescue Nockplane::Error
        nil
      end

      private

      def imported? = Nockplane::Modelling::ImportReference.is?(@model.latest.recipe)

      # The latest revision of an imported file, with what the text given says of its arrangement: nothing else of it is
      # a person's to change.
      def grafted
        given = before_text('trial')
        given ? Nockplane::Modelling::Arrangement.of(given).in(@model.latest.recipe) : @model.latest.recipe
      end

      # The text of a trial before; nil when none is named. Raises Refused.
      def before_text(name)
        digest = @data[name] or return nil
        Workshop.trial_text(digest.to_s) or
          raise Refused, 'What was tried before is no longer kept; load the page again.'
      end

      # The text with what is asked of its arrangement done.
      def arranged(text)
        return text unless @data['do']

        paths = Workshop.source.model_of(text).components.map(&:path)
        arrangement = Nockplane::Modelling::Arrangement
        Nockplane::Modelling::Arranging.apply(arrangement.of(text), paths, @data).in(text)
      end

      # The latest recipe, with the explosions and display sets of a trial before.
      def rearranged
        arranged = before_text('arranged') or return @model.latest.recipe
        Nockplane::Modelling::Arrangement.of(arranged).in(@model.latest.recipe)
      end

      def resized
        recipe = Workshop.parse((@data['text'] || before_text('trial') || rearranged).to_s)
        recipe = recipe.with_sizes(sizes(recipe))
        tolerances.each { |name, given| recipe = recipe.with_tolerance(name, given) }
        (@data['features'] || {}).each do |id, on|
          recipe = recipe.with_feature(id.to_s, on == true) if active?(recipe, id) != (on == true)
        end
        recipe.text
      end

      # What the latest revision builds to; when it can't be built, nothing is compared.
      def before
        Workshop.source.model_of(@model.latest.recipe)
      rescue Nockplane::Error
        nil
      end

      def sizes(recipe)
        (@data['sizes'] || {})
          .to_h { |name, value| [name.to_s, size(value.to_s.strip)] }
          .reject { |name, value| recipe.parameter(name)&.given == value }
      end

      # { name => tolerance in the recipe's manner, nil for none }: fits by the value that the size had.
      def tolerances
        (@data['fits'] || {}).to_h do |name, given|
          value = @before&.parameters&.find { |p| p[:name] == name.to_s }&.fetch(:value)
          [name.to_s, Trial.tolerance(given, value)]
        end
      end

      def size(text)
        return text.include?('.') ? text.to_f : text.to_i if text.match?(/\A-?\d+(\.\d+)?\z/)
        raise Refused, 'A size is empty; give a number or an expression.' if text.empty?
        unless text.match?(%r{\A[\w\s+*/().,<>='-]{1,200}\z})
          raise Refused, "'#{text[0, 40]}' has characters that a size can't have."
        end

        text
      end

      def active?(recipe, id) = recipe.features.find { |f| f['id'] == id }&.fetch('active', true) != false

      # Old and new of every parameter that differs.
      def changed(built)
        return [] unless @before

        names = @before.parameters.map { |p| p[:name] } | built.parameters.map { |p| p[:name] }
        names.filter_map do |n|
          old, new =
            [@before, built].map do |m|
              m
                .parameters
                .find { |p| p[:name] == n }
                &.then { |p| [Nockplane::Modelling::Fault.value(p[:value]), p[:tolerance]].compact.join(' ') }
            end
          { name: n, old: old, new: new } if old != new
        end
      end
    end
  end
end
