# frozen_string_literal: true

module App
  module Actions
    # Views kept on a model: what is seen now under a name, renewed, renamed, put in another order, thrown away.
    class KeepView
      MOST = 60
      LONGEST = 60
      # Bytes of a small picture; what it may be.
      PICTURE = 60_000
      PICTURES = %r{\Adata:image/jpeg;base64,[A-Za-z0-9+/=]+\z}

      # data: { "name":, "state": JSON of a ViewState, "picture": }; a view of that name is renewed. Returns the
      # Records::SavedView. Raises Refused.
      def self.call(model, data)
        name = named(data['name'])
        view = Records::SavedView.find_or_initialize_by(model_id: model.id, name: name)
        if view.new_record?
          count = Records::SavedView.where(model_id: model.id).count
          raise Refused, "A model keeps #{MOST} views at most." if count >= MOST

          view.position = (Records::SavedView.where(model_id: model.id).maximum(:position) || 0) + 1
        end
        view.update!(state: JSON.generate(ViewState.read(data['state'], model)), picture: picture(data['picture']))
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

      def self.picture(given)
        text = given.to_s
        text.bytesize <= PICTURE && PICTURES.match?(text) ? text : nil
      end
      private_class_method :named, :picture
    end
  end
end
