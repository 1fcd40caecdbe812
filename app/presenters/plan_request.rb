# frozen_string_literal: true

module App
  module Presenters
    # What is asked of a tolerance plan that is being made: { "plan": JSON of what it is, "do": "rule", "put", "drop",
    # "place", "plane", "unplane", "basics" or "show", and the fields of that }. Gives the plan as it is then.
    class PlanRequest
      Tolerances = Nockplane::Planning::Tolerances

      # Deepest nesting of a plan's data.
      DEEP = 6

      # Modelling::TolerancePlan of JSON; nil of none. Raises Refused, RecipeFault.
      def self.read(json)
        data = json.to_s.empty? ? nil : JSON.parse(json.to_s, max_nesting: DEEP)
        raise Refused, 'A plan is a set of named values.' unless data.nil? || data.is_a?(Hash)

        Nockplane::Modelling::TolerancePlan.of_data(data)
      rescue JSON::ParserError
        raise Refused, 'The plan that was sent can\'t be read; load the page again.'
      end

      # text: of the model's latest revision.
      def initialize(text, data)
        @bare = Nockplane::Modelling::TolerancePlan.without(text)
        @data = data
      end

      # Modelling::TolerancePlan; nil where there is none. Raises Nockplane::Error.
      def plan
        case @data['do']
        when 'rule'
          by_rule.plan.then { |made| given ? made.with(made.statements, planes: given.planes) : made }
        when 'put'
          editing.put(statement)
        when 'drop'
          editing.drop(Array(@data['ids']).map(&:to_s))
        when 'place'
          editing.place(Array(@data['ids']).map(&:to_s), plane, at)
        when 'plane'
          editing.add_plane(@data['face'].to_s)
        when 'unplane'
          editing.drop_plane(@data['face'].to_s)
        when 'basics'
          Tolerances::ByRule.with_basics(shape, given || empty, sides: sides)
        else
          given
        end
      end

      # Faces that lie in one plane with one, as machined at once.
      def coplanar(face) = editing.coplanar(face.to_s)

      # Sentences about what could not be said; the plan must have been asked for.
      def told = @made ? @made.told : []

      private

      def by_rule
        @made =
          Tolerances::ByRule.of(
            shape,
            character: one_of('character', Nockplane::Modelling::TolerancePlan::CHARACTERS),
            way: one_of('way', Nockplane::Modelling::TolerancePlan::WAYS),
            picked: picked,
            only: only,
            defaults: Tolerances::Defaults.from(@data['defaults'].to_h.transform_keys(&:to_s)),
            sides: sides
          )
      end

      def shape = Workshop.source.shape_of(@bare)
      def sides = Workshop.source.flats.sides(@bare)
      def editing = Tolerances::Editing.new(shape, given || empty)
      def empty = Nockplane::Modelling::TolerancePlan.new({})
      def given = @given ||= PlanRequest.read(@data['plan'])

      def one_of(key, choices) = choices.include?(@data[key]) ? @data[key] : choices[0]

      def picked
        @data['datums'].to_h.transform_values { |f| f.to_s.strip }.reject { |_, f| f.empty? }
      end

      def only
        chosen = Array(@data['only']).map(&:to_s) & Tolerances::FaceKinds::ALL
        chosen.empty? || chosen == Tolerances::FaceKinds::ALL ? nil : chosen
      end

      # A statement of the form: its words by kind.
      def statement
        fields = @data['fields'].to_h
        kind = @data['kind'].to_s
        faces = Array(@data['faces']).map(&:to_s)
        raise Refused, 'Pick a face in the picture first.' if faces.empty?

        { 'id' => @data['id'], 'kind' => kind, 'faces' => faces }.compact.merge(
          lying(fields),
          said(kind, fields, faces)
        )
      end

      # The annotation plane of the form; in another one its words come to lie anew.
      def lying(fields)
        chosen = fields['plane'].to_s.empty? ? nil : fields['plane'].to_s
        chosen == given&.statement(@data['id'].to_s)&.plane ? {} : { 'plane' => chosen, 'at' => nil }
      end

      def said(kind, fields, faces)
        case kind
        when 'datum'
          { 'letter' => fields['letter'].to_s.strip.upcase }
        when 'frame'
          { 'words' => frame(fields) }
        when 'texture'
          { 'words' => FrameFields.texture(fields).to_s }
        when 'size'
          { 'of' => standing(faces)&.of || measured(faces), 'tolerance' => tolerance(fields) }
        else
          { 'words' => fields['words'].to_s }
        end
      end

      # The size that is changed, where it stays on its faces.
      def standing(faces)
        found = given&.statement(@data['id'].to_s)
        found if found.is_a?(Nockplane::Modelling::Planned::Size) && found.faces == faces
      end

      def frame(fields)
        found = FrameFields.frame(fields) or raise Refused, 'Choose a characteristic and give a tolerance such as 0.2.'
        found.to_s
      end

      def tolerance(fields)
        return Nockplane::Tolerancing::Tolerance::EXACT if fields['exact'] == 'on'

        fields['tolerance'].to_s
      end

      def plane = @data['plane'].to_s.empty? ? nil : @data['plane'].to_s

      # Place in the model that words were dragged to, mm; nil where they lie by themselves.
      def at
        found = @data['fields'].to_h.values_at('x', 'y', 'z')
        found.all?(Numeric) ? found.map(&:to_f) : nil
      end

      # Id of the size that faces have: of one that is round its own, of two how far apart they are; the model's own
      # where it has that.
      def measured(faces)
        ids = faces.size == 1 ? sizes(faces[0]) : ["measured.distance.#{faces.first(2).join('|')}"]
        found = ids.filter_map { |id| shape.dimension(id) }.first or
          raise Refused, 'These faces have no size of that kind: pick one round face, a chamfer, or two parallel ones.'
        said = Nockplane::Linking::Repeats::Said.of(found)
        shape.dimensions.find { |d| Nockplane::Linking::Repeats::Said.of(d).same?(said) }&.id || found.id
      end

      def sizes(face)
        %w[measured.size. measured.round. measured.chamfer. measured.cone.].map { |prefix| "#{prefix}#{face}" }
      end
    end
  end
end
