retired: replaced by a required module
