# frozen_string_literal: true

module App
  # What a saved view keeps of what is seen, as plain data: camera (six numbers: the eye, what it looks at), marks
  # (which annotations show, or the name of a plane), steady, style, explosion, variant, cut, areas (beside the model:
  # NoteAreas).
  module ViewState
    AXES = %w[x y z].freeze
    STYLES = %w[full shaded edges].freeze
    SHOWN = %w[all frames sizes exact none].freeze
    # Components that a cut names; letters of a name.
    MOST = 200
    LONGEST = 200

    module_function

    # What is known of a state (JSON), checked; of a Records::Model. Raises Refused.
    def read(json, model)
      given = JSON.parse(json.to_s, max_nesting: 6)
      raise Refused, 'What is seen can\'t be read; load the page again.' unless given.is_a?(Hash)

      {
        'camera' => camera(given['camera']),
        'marks' => shown(given['marks'], model),
        'steady' => given['steady'] == true,
        'style' => STYLES.include?(given['style']) ? given['style'] : STYLES[0],
        'explosion' => (given['explosion'].to_s[0, 60] if given['explosion']),
        'variant' => variant(given['variant'], model),
        'cut' => cut(given['cut']),
        'areas' => NoteAreas.read(given['areas'])
      }.compact
    rescue JSON::ParserError
      raise Refused, 'What is seen can\'t be read; load the page again.'
    end

    # A state as it is kept, in today's form. (One note stood at the lower right.)
    def today(kept)
      note = kept['note'] or return kept

      area = { 'corner' => 'lower right', 'kind' => 'note', 'words' => note }
      kept.except('note').merge('areas' => [area])
    end

    def camera(given)
      return given if given.is_a?(Array) && given.size == 6 && given.all? { |c| c.is_a?(Numeric) && c.abs < 1e6 }

      raise Refused, 'What is seen has no place of the eye; turn the part and keep it again.'
    end

    def shown(given, model)
      return given if SHOWN.include?(given)

      planes = Nockplane::Modelling::AnnotationPlanes.of(model_of(model)).map(&:name)
      planes.include?(given) ? given : 'all'
    end

    def model_of(model)
      Workshop.source.model(Nockplane::Products::Subject.new(model.id, model.latest.number))
    end

    def variant(given, model) = Families.variants(model).include?(given) ? given : nil

    def cut(given)
      return nil unless given.is_a?(Hash) && AXES.include?(given['axis']) && given['at'].is_a?(Numeric)

      parts = Array(given['parts']).grep(String).first(MOST).map { |p| p[0, LONGEST] }
      {
        'axis' => given['axis'],
        'at' => given['at'].clamp(0, 100),
        'turned' => given['turned'] == true,
        'parts' => parts
      }
    end
    private_class_method :camera, :shown, :model_of, :variant, :cut
  end
end
