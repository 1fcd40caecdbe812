# frozen_string_literal: true

module App
  # What routes and pages say of how an assembly's components are set out.
  module ArrangementHelpers
    # Name of the explosion that a picture is asked with ('': the one without a name); nil as made.
    def explosion
      state = params['exploded'] == '1' ? Nockplane::Products::Subject::EXPLODED : params['state'].to_s
      Nockplane::Products::Subject.new(0, 0, nil, state).explosion
    end

    # Explosions and display sets of an assembly as they are tried, and what its picture can be shown in; nil where
    # nothing of that was asked.
    def arrangement_part(text, asked)
      return nil unless asked['do']

      shown = Presenters::ArrangementShown.new(Workshop.source.model_of(text), text)
      {
        chapter: part(:_arrangement, shown: shown, latest: true),
        offered: part(:_explosions_offered, names: shown.explosions)
      }
    end
  end
end
