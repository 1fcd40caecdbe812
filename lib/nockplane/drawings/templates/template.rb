# frozen_string_literal: true

module Nockplane
  module Drawings
    # A drawing with its views still empty: a document with berths. Filling it with a model gives a drawing whose scale
    # is the largest preferred one at which nothing overlaps.
    class Template
      FORMAT = 'template/1'
      DIRECTORY = __dir__

      attr_reader :name, :revision, :document

      # Shipped templates by name.
      def self.all
        @all ||=
          Dir[File.join(DIRECTORY, '*.json')]
            .sort_by { |f| File.basename(f, '.json') }
            .to_h { |f| [File.basename(f, '.json'), from_h(JSON.parse(File.read(f)), File.basename(f, '.json'))] }
            .freeze
      end

      # From JSON data as #to_h gives (see Formats::TemplateFile for files from outside). Raises KeyError.
      def self.from_h(data, name, revision = 1)
        raise KeyError, "this is a #{data['nockplane'].inspect}, not a #{FORMAT}" unless data['nockplane'] == FORMAT

        new(name, Drawing.new(data['cells'].to_h { |key, hash| [key, Cells.from(key, hash)] }), revision)
      end

      # name: address of the template; document: Drawing with berths; revision: number of the template's revision.
      def initialize(name, document, revision = 1)
        @name = name
        @document = document
        @revision = revision
        freeze
      end

      def to_h = { 'nockplane' => FORMAT, 'cells' => @document.cells.transform_values { |c| Cells.plain(c) } }
      def title = @document.meta.title
      def format = @document.sheets.first.paper.name
      def berths = @document.berths

      # The template without its berths.
      def bare
        Template.new(@name, Drawing.new(@document.cells.reject { |key, _| key.start_with?('berth/') }), @revision)
      end

      # A Drawing of a model: views at a revision, scale chosen, what could not be filled left as berths that say why.
      # model_id: id in the source; front: ViewFrame of the model's own front, nil for the usual one;
      # variant: of the model that is shown, nil for none.
      def fill(model_id, revision, source, title:, number:, front: nil, variant: nil)
        Filling.new(self, model_id, revision, source, front: front, variant: variant).drawing(title, number)
      end
    end
  end
end
