# frozen_string_literal: true

module App
  module Actions
    # Gives a model another name, number or properties: a revision of its own, like any change of a model.
    class Retitle
      # named: may assemblies that know it by its number keep it from another one (false: they are told by the caller)?
      # number: nil leaves it; properties: { key => text; "" for none }. Returns the Revision. Raises Refused.
      def self.call(model, name: nil, number: nil, properties: {}, note: nil, author: Acting.now, named: true)
        name = checked_name(name, model)
        fresh = properties.transform_values { |v| v.to_s.strip[0, 300] }
        fresh['number'] = new_number(model, number, named) if number && number.to_s.strip != model.number.to_s
        text = Nockplane::Modelling::Retitling.of(model.latest.recipe, name: name, properties: fresh)
        built = Workshop.try_build(text)
        words =
          note ||
            [
              "#{"name #{model.name} → #{name}" if name}",
              *fresh.map { |k, v| "#{k}: #{v.empty? ? 'taken away' : v}" }
            ].reject(&:empty?).join(', ')
        revision =
          ReviseModel.keep(
            model,
            text,
            properties: built.properties,
            name: name || model.name,
            note: words,
            author: author,
            origin: origin(text)
          )
        renumbered(model, fresh['number'], built) if fresh.key?('number')
        revision
      end

      # What is given to an imported model stays with it when the next file comes: it makes no fork.
      def self.origin(text) = Received.kind_of(text) == 'file' ? 'file' : 'here'

      def self.checked_name(name, model)
        name = name.to_s.strip
        return nil if name.empty? || name == model.name
        raise Refused, "A name has at most 80 characters; this one has #{name.length}." if name.length > 80

        name
      end

      # Raises Refused when assemblies know it by the number it has.
      def self.new_number(model, number, named)
        by_number = named ? Aftermath.named_by(model, model.number) : []
        if model.number && by_number.any?
          raise Refused,
                "#{by_number.map(&:name).join(' and ')} #{by_number.size == 1 ? 'names' : 'name'} #{model.name} by " \
                  "its number #{model.number}; change that there first."
        end

        Numbers.checked(number, Records::Model, except: model).to_s
      end

      # (Imported models keep their number in the database; recipes have it in their text, too.)
      def self.renumbered(model, number, built)
        model.update!(number: number.empty? ? nil : number)
        Records::Property.index_model(model, built.properties)
      end
      private_class_method :origin, :checked_name, :new_number, :renumbered
    end
  end
end
