# frozen_string_literal: true

module Nockplane
  module Products
    # The texts that subjects stand for, and what tells one text from another for good: itself, and of an assembly the
    # texts of its components, all the way down.
    class Texts
      # Texts of assemblies that are kept as read.
      PARSED = 50
      # Texts of variants that are kept.
      VARIED = 500

      # recipe: ->(model id, revision number) giving text; library: ->(name, revision or nil) giving the text of a
      # component, nil when there is none.
      def initialize(recipe, library)
        @recipe = recipe
        @library = library
        @parsed = {}
        @prints = {}
        @varied = {}
        @bare = {}
        @plans = {}
      end

      # The text of a subject, of its variant when it has one. Raises RecipeFault for a variant that the table has not.
      def of(subject) = varied(@recipe.call(subject.model, subject.revision), subject.variant)

      # Text of a component of an assembly, of one of its variants when named; nil when there is none.
      def component(name, revision, variant) = @library.call(name, revision)&.then { |text| varied(text, variant) }

      # AssemblyRecipe of a text; kept, since every key of an assembly's products asks for it.
      def parsed(text)
        @parsed.shift if @parsed.size > PARSED
        @parsed[text] ||= Modelling::AssemblyRecipe.parse(text)
      end

      # What a text rests on: itself without its table of variants, of which nothing is made, without its arrangement
      # and its tolerance plan. Raises RecipeFault for an assembly that contains itself.
      def fingerprint(text)
        return @prints.fetch(text) { print(text, [])[0] } if Modelling::AssemblyRecipe.is?(text)

        return bare(text) if Modelling::ImportReference.is?(text)

        text = Modelling::TolerancePlan.without(text)
        text.include?(TABLE) ? text.sub(ROWS, "\n") : text
      end

      # Modelling::TolerancePlan of a text, kept; nil where there is none.
      def plan(text)
        @plans.shift if @plans.size > PARSED
        @plans.fetch(text) { @plans[text] = Modelling::TolerancePlan.of(text) }
      end

      TABLE = "\nvariants:"
      # The table: its key and the lines under it that are indented, empty or comments.
      ROWS = /\nvariants:[^\n]*\n(?:(?:[ \t][^\n]*|[ \t]*#[^\n]*)?(?:\n|\z))*/

      # The recipe of the part at the end of a path of component ids ("wheel:carousel"); nil inside an imported
      # assembly.
      def at(text, path)
        return nil unless Modelling::AssemblyRecipe.is?(text)

        first, rest = path.split(':', 2)
        recipe = parsed(text)
        c = recipe.components.find { |x| x['id'] == first }
        inner = component(c['model'].to_s, recipe.revision_of(c), c['variant'])
        rest ? at(inner, rest) : inner
      end

      private

      # A text without its arrangement (kept, since every key of its products asks for it).
      def bare(text)
        @bare.shift if @bare.size > PARSED
        @bare[text] ||= Modelling::TolerancePlan.without(Modelling::Arrangement.without(text))
      end

      # (Kept, since every key of a variant's products asks for it.)
      def varied(text, variant)
        return text unless variant

        @varied.shift if @varied.size > VARIED
        @varied[[text, variant]] ||= Modelling::Recipe.parse(text).variant(variant).text.freeze
      end

      # [fingerprint, does it stand for good?]: one whose components all have fixed revisions, and are there, never
      # changes and is remembered, since every key of an assembly's products asks for it.
      def print(text, above)
        return fingerprint(text), !text.empty? unless Modelling::AssemblyRecipe.is?(text)
        return @prints[text], true if @prints.key?(text)

        fixed = true
        inner =
          parsed(text).references.map do |name, revision|
            below, sure = referred(text, above, name, revision)
            fixed &&= sure && !revision.nil?
            below
          end
        made = bare(text) + inner.map { |t| Digest::SHA256.hexdigest(t) }.join
        remember(text, made) if fixed
        [made, fixed]
      end

      def referred(text, above, name, revision)
        found = @library.call(name, revision).to_s
        deep = above.size >= Modelling::Assembly::MAX_DEPTH
        circle(parsed(text), [*above, text], name) if deep || [*above, text].include?(found)
        print(found, [*above, text])
      end

      def remember(text, made)
        @prints.shift if @prints.size > PARSED
        @prints[text] = made
      end

      def circle(recipe, above, name)
        deep = Modelling::Assembly::MAX_DEPTH
        reason =
          (
            if above.size > deep
              "assemblies stand more than #{deep} deep in each other"
            else
              "'#{name}' contains this assembly itself"
            end
          )
        raise Modelling::RecipeFault, Modelling::Fault.new(recipe.line('components'), 'components', reason)
      end
    end
  end
end
