# frozen_string_literal: true

module App
  module Presenters
    # Turns a request about the house style (sheet format, title block, tables, layers, standard, fields, berths) into
    # an Edit. Everything from a person comes as text and booleans.
    class HouseRequest
      D = Nockplane::Drawings
      # What can be asked for.
      DOES = {
        'format' => :format,
        'sheet scale' => :sheet_scale,
        'scale rule' => :scale_rule,
        'add sheet' => :add_sheet,
        'remove sheet' => :remove_sheet,
        'name sheet' => :name_sheet,
        'move sheet' => :move_sheet,
        'layer' => :layer,
        'add layer' => :add_layer,
        'remove layer' => :remove_layer,
        'rule' => :rule,
        'to layer' => :to_layer,
        'field' => :field,
        'history' => :history,
        'remove history' => :remove_history,
        'rename' => :rename,
        'use block' => :use_block,
        'new block' => :new_block,
        'cell' => :cell,
        'split' => :split,
        'merge' => :merge,
        'size cell' => :size_cell,
        'add row' => :add_row,
        'remove row' => :remove_row,
        'place' => :place,
        'add table' => :add_table,
        'table' => :table,
        'add berth' => :add_berth,
        'berth' => :berth,
        'standard' => :standard,
        'standard set' => :standard_set
      }.freeze

      def initialize(value, source, data, record: nil)
        @value = value
        @source = source
        @data = data
        @record = record
      end

      # Is it one of these?
      def self.does?(name) = DOES.key?(name)

      # An Edit or a Refusal.
      def edit = send(DOES.fetch(@data['do']))

      private

      def id = @data['what'].to_s.split('/', 2)[1].to_s.split(':')[0]
      def cell_id = @data['what'].to_s.split(':', 2)[1]
      def sheet = @data['sheet'].to_s.empty? ? 's1' : @data['sheet'].to_s
      def text(key) = @data[key].to_s.strip
      def on?(key) = @data[key] == true || @data[key] == 'true'

      # Number of a text with point or comma; nil for an empty one.
      def number(key, among = @data)
        words = among[key].to_s.strip.tr(',', '.')
        return nil if words.empty?

        found = Float(words, exception: false)
        unless found&.finite? && found.abs <= 10_000
          raise Refused, "'#{among[key]}' is not a number (#{key.tr('_', ' ')})."
        end

        found
      end

      def whole(key)
        number(key)&.then do |n|
          n == n.round ? n.round : raise(Refused, "'#{@data[key]}' is not a whole number (#{key}).")
        end
      end

      def format
        spec = { 'size' => text('size') }
        spec.merge!('width' => number('width'), 'height' => number('height')) if spec['size'] == 'custom'
        %w[border zones centring].each { |k| spec[k] = false unless on?(k) }
        %w[trimming folds].each { |k| spec[k] = true if on?(k) }
        %w[columns rows].each { |k| whole(k)&.then { |n| spec[k] = n } }
        spec['background'] = text('background') unless text('background').empty?
        spec['margins'] = margins unless text('margins').empty?
        D::HouseEdits.set_format(@value, sheet, spec)
      end

      def margins
        list = text('margins').split(/[\s;]+/).map { |v| Float(v.tr(',', '.'), exception: false) }
        unless list.size == 4 && list.all? { |v| v&.between?(0, 1000) }
          raise Refused, "Margins are four lengths in mm: left, bottom, right, top; '#{text('margins')}' is not."
        end

        list
      end

      def factor(words)
        Nockplane::Drafting::Scale.parse(words) || raise(Refused, "“#{words}” is not a scale; write 1:2, 1:2,5 or 2:1.")
      end

      def sheet_scale = D::HouseEdits.set_scale(@value, sheet, factor(text('scale')))
      def scale_rule = D::HouseEdits.set_scale_rule(@value, text('scale').empty? ? nil : factor(text('scale')))
      def add_sheet = D::HouseEdits.add_sheet(@value)
      def name_sheet = D::HouseEdits.name_sheet(@value, sheet, text('name'))
      def move_sheet = D::HouseEdits.move_sheet(@value, sheet, text('way') == 'up' ? -1 : 1)

      # (What stands on it is told first.)
      def remove_sheet
        words = D::HouseEdits.standing_words(@value, sheet)
        ask = !words.empty? && @value.sheets.size > 1 && !on?('with')
        if ask
          raise Refused.new(
            "This sheet has #{words}.",
                  status: 409,
                  details: {
                    ask: {
                      choices: [{ words: 'Delete it with all of that', body: { with: true } }]
                    }
                  }
          )
        end

        D::HouseEdits.remove_sheet(@value, sheet, all: true)
      end

      def layer
        values = {}
        values[:name] = text('name') if @data.key?('name')
        %w[colour line_type].each { |k| values[k.to_sym] = text(k).empty? ? nil : text(k) if @data.key?(k) }
        values[:width] = number('width') if @data.key?('width')
        %w[visible printed locked].each { |k| values[k.to_sym] = on?(k) if @data.key?(k) }
        D::HouseEdits.set_layer(@value, id, values)
      end

      def add_layer = D::HouseEdits.add_layer(@value, text('name'))
      def remove_layer = D::HouseEdits.remove_layer(@value, id)
      def rule = D::HouseEdits.rule(@value, text('class'), text('layer'))
      def to_layer = D::HouseEdits.to_layer(@value, text('what'), text('layer').empty? ? nil : text('layer'))
      def field = D::HouseEdits.set_field(@value, text('field'), text('text'))
      def history = D::HouseEdits.add_history(@value, @data)
      def remove_history = D::HouseEdits.remove_history(@value, @data['index'].to_i)

      # (A drawing has a number, too, which nobody else may have.)
      def rename
        number =
          @data.key?('number') && @record ? Numbers.checked(text('number'), Records::Drawing, except: @record) : nil
        D::HouseEdits.rename(@value, text('title'), number: number)
      end

      def use_block = D::BlockEdits.use_block(@value, sheet, text('name'))

      def new_block
        D::BlockEdits.new_block(
          @value,
          sheet,
          whole('rows').to_i,
          whole('columns').to_i,
          number('width') || 180.0,
          number('height') || 50.0
        )
      end

      def split = D::BlockEdits.split_cell(@value, id, cell_id, text('way'))
      def merge = D::BlockEdits.merge_cell(@value, id, cell_id, text('way'))
      def size_cell = D::BlockEdits.size_cell(@value, id, cell_id, width: number('width'), height: number('height'))
      def add_row = D::BlockEdits.add_row(@value, id, number('height') || 10.0)
      def remove_row = D::BlockEdits.remove_row(@value, id, cell_id)

      # shows: text, field, picture or projection.
      def cell
        values =
          %w[caption align rule empty before after case].to_h { |k| [k, text(k).empty? ? nil : @data[k].to_s[0, 200]] }
        values['height'] = number('height') || 3.5
        values['decimals'] = whole('decimals')
        values.merge!('text' => nil, 'field' => nil, 'picture' => nil, 'symbol' => nil)
        case text('shows')
        when 'text'
          values['text'] = @data['text'].to_s[0, 200]
        when 'field'
          values['field'] = text('other').empty? ? text('field') : text('other')
        when 'picture'
          values['picture'] = text('picture')
        when 'projection'
          values['symbol'] = 'projection'
        end
        D::BlockEdits.set_cell(@value, id, cell_id, values)
      end

      def place = D::BlockEdits.place(@value, id, text('corner'), number('dx') || 0.0, number('dy') || 0.0)
      def add_table = D::BlockEdits.add_table(@value, sheet, text('kind'))

      # columns: a Tables::Column a line.
      def table
        columns = @data['columns'].to_s.lines.map(&:strip).reject(&:empty?).map { |l| column(l) }
        D::BlockEdits.set_table(
          @value,
          id,
          corner: text('corner'),
          dx: number('dx') || 0.0,
          dy: number('dy') || 0.0,
          row: number('row') || 7.0,
          height: number('height') || 2.5,
          grows: text('grows') == 'down' ? 'down' : 'up',
          room: (whole('room') || 0).clamp(0, 200),
          split: whole('split')&.clamp(1, 1000),
          columns: columns
        )
      end

      def column(line)
        D::Tables::Column.parse(line) or
          raise Refused,
                "'#{line}' is not a column; write one a line as: name = Description, 60 (and, where wanted, right or " \
                  'centre, 2 decimals, upper or lower)'
      end

      def add_berth
        parent, direction = text('parent'), text('direction')
        D::BerthEdits.add(
          @value,
          sheet,
          text('kind'),
          orientation: text('orientation').empty? ? nil : text('orientation'),
          parent: parent.empty? ? nil : parent,
          direction: direction.empty? ? nil : direction
        )
      end

      def berth
        scale = text('scale')
        values = {
          name: text('name'),
          style: text('style'),
          scale: %w[sheet fit].include?(scale) ? scale : factor(text('factor')),
          label: text('label').empty? ? nil : text('label'),
          tangent: text('tangent').empty? ? nil : text('tangent'),
          centre_lines: { 'yes' => true, 'no' => false }[text('centre_lines')],
          pinned: on?('pinned'),
          adopt: on?('adopt') || nil,
          by_plane: on?('by_plane') || nil,
          exploded: on?('exploded') || nil,
          at_face: face_name('at_face'),
          opened_at: face_name('opened_at'),
          instead: on?('instead') ? 'projected' : nil
        }
        %w[x y width height].each { |k| number(k)&.then { |n| values[k.to_sym] = n } }
        values[:orientation] = text('orientation') unless text('orientation').empty?
        return D::Refusal.new('a berth needs a name', []) if values[:name].empty?

        D::BerthEdits.set(@value, id, values)
      end

      # A face or feature as it is typed; nil for none.
      def face_name(key) = text(key).strip[0, 200].then { |t| t.empty? ? nil : t }

      def standard = D::StandardChange.edit(@value, StandardForm.new(@value.standard).values(@data), bound_source)
      def standard_set = D::StandardChange.edit(@value, Records::Standard.at(text('name')).value.to_h, bound_source)
      def bound_source = @value.bindings.empty? ? nil : @source
    end
  end
end
