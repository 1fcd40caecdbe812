# frozen_string_literal: true

module App
  # Note areas of a saved view: what stands level at the corners of its picture, notes and parts lists.
  module NoteAreas
    CORNERS = ['upper left', 'upper right', 'lower left', 'lower right'].freeze
    # Letters of a note.
    WORDS = 600
    FIELDS = {
      'item' => 'Item',
      'quantity' => 'Qty',
      'name' => 'Description',
      'number' => 'Number',
      'material' => 'Material',
      'mass' => 'Mass',
      'source' => 'From',
      'remarks' => 'Remarks'
    }.freeze
    USUAL = %w[item quantity name number].freeze

    module_function

    # What is known of areas that a page sent, one a corner; nil of none.
    def read(given)
      areas = Array(given).grep(Hash).filter_map { |area| area(area) }.uniq { |a| a['corner'] }
      areas.empty? ? nil : areas
    end

    def area(given)
      return unless CORNERS.include?(given['corner'])

      words = given['words'].to_s.strip[0, WORDS]
      columns = FIELDS.keys & Array(given['columns'])
      case given['kind']
      when 'note'
        { 'corner' => given['corner'], 'kind' => 'note', 'words' => words } unless words.empty?
      when 'parts'
        { 'corner' => given['corner'], 'kind' => 'parts', 'columns' => columns } unless columns.empty?
      end
    end

    # { fields: { name => title }, rows: [{ name => text }, ...] } of the parts of a Modelling::Model; nil of a part.
    def parts(model)
      return nil unless model.assembly?

      { fields: FIELDS, rows: Nockplane::Products::PartsList.of(model).map { |row| row.slice(*FIELDS.keys) } }
    end

    # Notes of the shelf with what the model says in place of fields in braces: [text, ...].
    def shelf(model)
      said = model.properties.to_h.merge('name' => model.name, 'model name' => model.name)
      Records::ShelfNote.order(:id).map { |note| note.text.gsub(/\{([^}]+)\}/) { said[Regexp.last_match(1)].to_s } }
    end

    # The notes of a state's areas, joined; nil without any.
    def words(areas)
      notes = Array(areas).select { |a| a['kind'] == 'note' }.map { |a| a['words'] }
      notes.empty? ? nil : notes.join("\n")
    end
    private_class_method :area
  end
end
