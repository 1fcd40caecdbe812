# frozen_string_literal: true

module App
  # A file that came in, by upload or through the intake, read once: what it calls itself, what it holds, and the text
  # that a revision made from it would have. One class for each kind of file.
  module Received
    # What people put behind a file name for its revision.
    REVISION = /[-_ .]?(?:r|rev|v)[-_ .]?\d{1,3}\z/i
    # What a revision's text can be, in words.
    KINDS = { 'file' => 'a STEP file', 'recipe' => 'a recipe', 'assembly' => 'an assembly' }.freeze

    module_function

    # The class for a file by its name. Raises Refused.
    def kind(filename)
      [Step, Recipe].find { |k| k.takes?(filename) } or
        raise Refused,
              "#{File.basename(filename)} is neither a STEP file (.step, .stp) nor a recipe (.recipe.yml, " \
              ".assembly.yml)."
    end

    # A Step or Recipe; progress: gets parts from 0 to 1. Raises Refused, RecipeFault, Formats::Step::Unreadable.
    def read(bytes, filename, progress: nil) = kind(filename).new(bytes, filename, progress: progress)

    # The name of a file without folder, extension and revision mark, as models remember it.
    def stem(filename)
      whole = File.basename(filename).sub(/\.(stp|step)\z/i, '').sub(Intake::RECIPE, '').downcase[0, 80]
      whole.sub(REVISION, '').then { |s| s.empty? ? whole : s }
    end

    # Which of KINDS the text of a revision is.
    def kind_of(text)
      return 'file' if Nockplane::Modelling::ImportReference.is?(text)

      Nockplane::Modelling::AssemblyRecipe.is?(text) ? 'assembly' : 'recipe'
    end
  end
end
