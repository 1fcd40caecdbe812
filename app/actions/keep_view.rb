# frozen_string_literal: true

module App
  module Actions
    # Views kept on a model: what is seen now under a name, renewed, renamed, put in another order, thrown away.
    class KeepView
      MOST = 60
      LONGEST = 60
      # Letters of the note that stays level beside the model.
      NOTE = 600
      # Bytes of a small picture; what it may be.
      PICTURE = 60_000
      PICTURES = %r{\Adata:image/jpeg;base64,[A-Za-z0-9+/=]+\z}
      AXES = %w[x y z].freeze
      STYLES = %w[full shaded edges].freeze
      SHOWN = %w[all frames sizes exact none].freeze

      # data: { "name":, "state": JSON of { camera: six numbers, marks:, steady:, style:, explosion:, cut:, note: },
      # "picture": }; a view of that name is renewed. Returns the Records::SavedView. Raises Refused.
      def self.call(model, data)
        name = named(data['name'])
        view = Records::SavedView.find_or_initialize_by(model_id: model.id, name: name)
        if view.new_record?
          count = Records::SavedView.where(model_id: model.id).count
          raise Refused, "A model keeps #{MOST} views at most." if count >= MOST

          view.position = (Records::SavedView.where(model_id: model.id).maximum(:position) || 0) + 1
        end
        view.update!(state: JSON.generate(state(data['state'])), picture: picture(data['picture']))
        view
      end

      def self.rename(view, name)
        name = named(name)
        taken = Records::SavedView.where(model_id: view.model_id, name: name).where.not(id: view.id).exists?
        raise Refused, "There is a view “#{name}” already." if taken

        view.update!(name: name)
      end

      # by: -1 one place forward, 1 one back.
      def self.move(view, by)
        list = Records::SavedView.where(model_id: view.model_id).order(:position, :id).to_a
        at = list.index { |v| v.id == view.id }
        to = (at + (by.to_i <=> 0)).clamp(0, list.size - 1)
        list.insert(to, list.delete_at(at))
        Records::SavedView.transaction { list.each_with_index { |v, i| v.update!(position: i + 1) } }
      end

      def self.drop(view) = view.destroy!

      def self.named(name)
        name.to_s.strip.tap do |n|
          raise Refused, "A view has a name of 1 to #{LONGEST} letters." unless n.length.between?(1, LONGEST)
        end
      end

      # What is known of a state, checked. Raises Refused.
      def self.state(json)
        given = JSON.parse(json.to_s, max_nesting: 5)
        raise Refused, 'What is seen can\'t be read; load the page again.' unless given.is_a?(Hash)

        camera = given['camera']
        unless camera.is_a?(Array) && camera.size == 6 && camera.all? { |c| c.is_a?(Numeric) && c.abs < 1e6 }
          raise Refused, 'What is seen has no place of the eye; turn the part and keep it again.'
        end

        {
          'camera' => camera,
          'marks' => shown(given['marks']),
          'steady' => given['steady'] == true,
          'style' => STYLES.include?(given['style']) ? given['style'] : STYLES[0],
          'explosion' => (given['explosion'].to_s[0, 60] if given['explosion']),
          'cut' => cut(given['cut']),
          'note' => (given['note'].to_s.strip[0, NOTE] unless given['note'].to_s.strip.empty?)
        }.compact
      rescue JSON::ParserError
        raise Refused, 'What is seen can\'t be read; load the page again.'
      end

      def self.shown(given)
        planes = Nockplane::Modelling::AnnotationPlanes::BASE.map(&:name)
        (SHOWN + planes).include?(given) ? given : 'all'
      end

      def self.cut(given)
        return nil unless given.is_a?(Hash) && AXES.include?(given['axis']) && given['at'].is_a?(Numeric)

        parts = Array(given['parts']).grep(String).first(200).map { |p| p[0, 200] }
        {
          'axis' => given['axis'],
          'at' => given['at'].clamp(0, 100),
          'turned' => given['turned'] == true,
          'parts' => parts
        }
      end

      def self.picture(given)
        text = given.to_s
        text.bytesize <= PICTURE && PICTURES.match?(text) ? text : nil
      end
      private_class_method :named, :state, :shown, :cut, :picture
    end
  end
end
